/** Reading tab text, for those who load it when there is some: it is a good part of the core. */
export { exerciseFromTab, readTabText } from '@/core';
