import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const include = ['**/*.test.ts'];
/** They share one database, clock and voice of the application, or replace modules. */
const ALONE = [
  'src/work/{balancingSet,book,early,figured,givingOne,givingOut,handsAlone,health,library,linking,playing,sheet,start,takingIn,work}.test.ts',
  'src/work/{bench/acting,ladder/ladder,practice/{actions,model,sessions,store},track/asking}.test.ts',
  'src/storage/newField.test.ts',
  'src/demo/{nextLine,students,week}.test.ts',
];
const exclude = ['**/node_modules/**', '.cache/**', '.next/**', '.server/**'];
/** Where a room is changed to see whether its tests notice, the room is given as the folder of the tests. */
const isMutating = process.env.STRYKER_MUTATOR_WORKER !== undefined;
const mutated = process.env.MUTATE_TESTS?.split(',') ?? include;

export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  test: {
    environment: 'node',
    testTimeout: 60_000,
    setupFiles: ['scripts/seed.ts'],
    // By itself it leaves one core idle.
    maxWorkers: '100%',
    ...(isMutating
      ? { include: mutated, exclude }
      : {
          projects: [
            {
              extends: true,
              // Nothing that one test leaves hinders another, so that modules are read once and not for every file.
              test: { name: 'together', include, exclude: [...exclude, ...ALONE], isolate: false },
            },
            { extends: true, test: { name: 'alone', include: ALONE, exclude } },
          ],
        }),
  },
});
