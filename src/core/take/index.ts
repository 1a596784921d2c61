/** The door to takes: a recording against the plan, and the player that is simulated. */
export { inTimeMs, isSaid } from './judge';
export { chirp, CHIRPS_AT, loopbackOf, MOST_DELAY_SECONDS, type Loopback } from './loopback';
export { type TakePlan } from './plan';
export { noteIdOf, passOf, takePlanOf } from './planned';
export { type GroupLateness, type KindLateness, type TakeReport } from './report';
export { type PlayerErrors } from './simulated/player';
export { simulateTake, type PlayerSound, type SimulatedTake, type Simulation } from './simulated/simulate';
