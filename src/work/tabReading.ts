/** Reading and writing tab text, for those who load it when there is some: it is a good part of the core. */
export {
  DEFAULT_SETUP,
  exerciseFromTab,
  nameFor,
  newExercise,
  numbered,
  planOf,
  planTab,
  readTabText,
  STANDARD_TUNING,
} from '@/core';
