/** A place in the lane: a moment on a string. */
export interface Place {
  readonly ticks: number;
  readonly string: number;
}
