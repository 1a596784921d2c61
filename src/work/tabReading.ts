/** Reading and writing tab text, for those who load it when there is some: it is a good part of the core. */
export { DEFAULT_SETUP, exerciseFromTab, nameFor, numbered, planOf, planTab, readTabText } from '@/core';
