import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  test: {
    include: ['**/*.test.ts'],
    exclude: ['**/node_modules/**', '.cache/**', '.next/**'],
    environment: 'node',
    testTimeout: 60_000,
  },
});
