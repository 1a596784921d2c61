/** Which of so many turns a commit is: the same for each of its runs. */
export function turnOfCommit(): number;
/** In how many runs each test that takes turns is run once, on average. */
export const TURNS: number;
/** The turn of a test, by its file and title. */
export function turnOf(name: string): number;
