/** One way to do what the user sets going: whatever fails is told once, in words, with what was kept. */
import { ConflictError, isNoRoom, reaching } from '@/storage';

/** Something to do about a message, most often: undo. */
export interface Offer {
  readonly name: string;
  readonly run: () => void;
  /** The id of the action that the message is about; once that is taken back, the message is not true any more. */
  readonly about?: string;
}

/** Shows a message. */
export type Tell = (text: string, offer?: Offer) => void;

let tell: Tell = () => undefined;
let takeDown: (about: string) => void = () => undefined;

/** Says how messages are shown and taken down; done once, at the start. */
export function setTell(next: Tell, down: (about: string) => void = () => undefined): void {
  tell = next;
  takeDown = down;
}

/** Takes down messages about an action that was taken back. */
export function noLongerSo(about: string): void {
  takeDown(about);
}

/** Shows a message. */
export function told(text: string, offer?: Offer): void {
  tell(text, offer);
}

const NOTHING_CHANGED = 'Nothing was changed.';

/** Whatever was thrown, as text: not everything can be made a string. */
export function inWords(thrown: unknown): string {
  if (thrown instanceof Error) return thrown.message;
  try {
    return String(thrown);
  } catch {
    return 'it gave no reason';
  }
}

function reasonOf(error: unknown): string {
  const message = inWords(error);
  return /[.!?]$/.test(message) ? message : `${message}.`;
}

/** A transaction that ended before its work did: the one failure after which something may stand. */
const isHalfDone = (error: unknown) => error instanceof Error && error.name === 'PrematureCommitError';

/**
 * A failure in one or two sentences.
 * @param what was tried, as a noun: “Renaming”. @param kept what holds now.
 */
export function failureText(what: string, error: unknown, kept = NOTHING_CHANGED): string {
  if (isHalfDone(error))
    return `${what} was broken off on the way; a part of it may be kept. Look before you try again. (${inWords(error)})`;
  if (error instanceof ConflictError) return `${reasonOf(error)} ${kept}`;
  if (isNoRoom(error))
    return `${what} did not work: the browser has no room left. ${kept} Export all, then make room on this device.`;
  return `${what} did not work: ${reasonOf(error)} ${kept}`;
}

/**
 * Does something that can fail, and tells it when it does.
 * @param what is tried, as a noun: “Renaming”. @param kept what holds when it fails.
 * @returns what the work gives; undefined when it failed.
 */
export async function perform<Result>(
  what: string,
  work: () => Promise<Result>,
  kept?: string,
): Promise<Result | undefined> {
  try {
    // A press may come before the database does.
    const waiting = reaching();
    if (waiting) await waiting;
    return await work();
  } catch (error) {
    tell(failureText(what, error, kept));
    return undefined;
  }
}

/** The same where nobody waits for it: what a press or a key sets going. */
export function attempt(what: string, work: () => Promise<unknown>, kept?: string): void {
  perform(what, work, kept).catch(() => undefined);
}

/** How long after it is done a press still means what was just made: the page that is asked for is slow to come. */
const SAME_PRESS_MS = 700;
const underWay = new Set<string>();

/**
 * The same where something new comes of it: pressed again before it is done, or while the page changes, it is made once.
 * @param of what it is made of, where several such presses stand side by side: the second of them is another wish.
 */
export function once(what: string, work: () => Promise<unknown>, kept?: string, of = ''): void {
  const press = `${what}\n${of}`;
  if (underWay.has(press)) return;
  underWay.add(press);
  const free = () => underWay.delete(press);
  const made = async () => {
    await work();
    return true;
  };
  // What failed may be tried again at once.
  perform(what, made, kept)
    .then((isMade) => (isMade ? setTimeout(free, SAME_PRESS_MS) : free()))
    .catch(free);
}

/** Loads ahead what may be asked for; where it fails, asking for it fails again and is told then. */
export function ahead(work: () => Promise<unknown>): void {
  const waiting = reaching();
  (waiting ? waiting.then(work) : work()).catch(() => undefined);
}

/** Tells why undo or redo of an exercise was refused; what it did is seen on the exercise itself. */
export function tellRefused(came: unknown): void {
  if (typeof came === 'string') told(`${came} Nothing was changed.`);
}
