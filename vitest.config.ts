import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const exclude = ['**/node_modules/**', '.cache/**', '.next/**'];
/** Where a room is changed to see whether its tests notice, the room is given as the folder of the tests. */
const isMutating = process.env.STRYKER_MUTATOR_WORKER !== undefined;

export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  test: {
    environment: 'node',
    testTimeout: 60_000,
    ...(isMutating
      ? { include: ['**/*.test.ts'], exclude }
      : {
          projects: [
            {
              extends: true,
              // The core has nothing that one test could leave to another, so that its modules are read once.
              test: { name: 'core', include: ['src/core/**/*.test.ts'], exclude, isolate: false },
            },
            {
              extends: true,
              test: { name: 'others', include: ['**/*.test.ts'], exclude: [...exclude, 'src/core/**'] },
            },
          ],
        }),
  },
});
