/** What is worked out in pieces, at once. */
export function atOnce<Result>(pieces: Generator<void, Result>): Result {
  let next = pieces.next();
  while (!next.done) next = pieces.next();
  return next.value;
}
