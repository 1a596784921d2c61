/** The door to the record: runs, days, clean tempo over time, load. */
export * from './run';
export * from './book';
export * from './day';
export * from './mending';
export * from './next';
export * from './limits';
export * from './load';
export * from './played';
export * from './sign';
export { rangeText, statedShort, statedText, statedTempo, type StatedTempo, type TempoNow } from './stated';
export * from './tempo';
export type { Forecast } from '../tempo/forecast';
