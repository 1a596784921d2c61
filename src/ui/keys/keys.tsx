'use client';
import {
  createContext,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type ReactNode,
} from 'react';

/** A key and what it does. Single characters act only while the view that owns them has the focus, and can be switched off (WCAG 2.1.4). */
export interface KeyBinding {
  /** As `KeyboardEvent.key`, with `Ctrl+`, `Shift+` or `Alt+` before it; several for one action. */
  readonly keys: readonly string[];
  readonly does: string;
  readonly run: (event: KeyboardEvent) => void;
}

/** The keys of one part of a view, as the key sheet shows them. */
export interface KeyGroup {
  readonly title: string;
  readonly bindings: readonly Pick<KeyBinding, 'keys' | 'does'>[];
}

type Run = KeyBinding['run'];

/** The keys of one part of a view, once: the key sheet shows them, and `bound` ties each to what it does. */
export interface OwnKeys<Key extends string> extends KeyGroup {
  readonly own: readonly { readonly keys: readonly Key[]; readonly does: string }[];
}

/** An entry: the keys, what they do, and how they stand on the sheet where that is shorter. */
type Entry<Key extends string> = readonly [keys: readonly Key[], does: string, shown?: readonly string[]];

/** Lists the keys of one part of a view. @param others keys on the sheet that are bound elsewhere, such as those of undo. */
export function keyList<const Key extends string>(
  title: string,
  entries: readonly Entry<Key>[],
  others: KeyGroup['bindings'] = [],
): OwnKeys<Key> {
  return {
    title,
    own: entries.map(([keys, does]) => ({ keys, does })),
    bindings: [...entries.map(([keys, does, shown = keys]) => ({ keys: shown, does })), ...others],
  };
}

/** Ties every key of a list to what it does; null: it does nothing now. A key that is left out, or is not on the list, does not compile. */
export function bound<Key extends string>(
  list: OwnKeys<Key>,
  runs: Readonly<Record<Key, Run | null>>,
): KeyBinding[] {
  return list.own.flatMap(({ keys, does }) =>
    keys.flatMap((key) => {
      const run = runs[key];
      return run ? [{ keys: [key], does, run }] : [];
    }),
  );
}

/** The keys of undo as the key sheet shows them; `useUndoKeys` binds them. */
export const UNDO_KEYS: KeyGroup['bindings'] = [
  { keys: ['Ctrl+z'], does: 'Undo' },
  { keys: ['Ctrl+Shift+z', 'Ctrl+y'], does: 'Redo' },
];

/** The name of a pressed key with its modifiers; Cmd counts as Ctrl, Shift only where the key does not contain it. */
function pressed(event: KeyboardEvent): string {
  const ctrl = event.ctrlKey || event.metaKey ? 'Ctrl+' : '';
  const alt = event.altKey ? 'Alt+' : '';
  const isLetter = /^[a-z]$/i.test(event.key);
  const shift = event.shiftKey && (event.key.length > 1 || isLetter) ? 'Shift+' : '';
  return `${ctrl}${alt}${shift}${isLetter ? event.key.toLowerCase() : event.key}`;
}

/** Inputs that are pressed, not typed into: keys act as elsewhere. */
const NOT_TYPED_INTO = new Set(['checkbox', 'radio', 'button', 'submit', 'range', 'color', 'file']);

/** Whether a key is being typed into a field. */
function isTyping(target: EventTarget): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable ||
      /^(TEXTAREA|SELECT)$/.test(target.tagName) ||
      (target instanceof HTMLInputElement && !NOT_TYPED_INTO.has(target.type)))
  );
}

/** Keys that inputs which are pressed have themselves: to press them, and to move among those of a group. */
const OF_PRESSED = new Set([' ', 'Enter', 'ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown']);

/** Whether what has the focus takes a key itself: an input that is pressed, a choice of a group, a button, a link. */
function takesItself(target: EventTarget, key: string): boolean {
  if (!(target instanceof HTMLElement) || !OF_PRESSED.has(key)) return false;
  if (target instanceof HTMLInputElement || target.role === 'radio') return true;
  return (
    (key === 'Enter' && target.matches('button, summary, a[href]')) ||
    (key === ' ' && target.matches('button, summary'))
  );
}

let singleKeysAct = true;

/** Whether letters, digits and signs act outside of the lane, where they are typed (WCAG 2.1.4). */
export function setSingleKeys(act: boolean): void {
  singleKeysAct = act;
}

/** A single character, with no key held down beside it. Space is none (WCAG 2.1.4). */
const isSingle = (key: string) => /^(Shift\+)?\S$/u.test(key);

/** A handler for `onKeyDown` that runs the first matching binding. In fields only keys with Ctrl are taken. */
export function keyHandler(bindings: readonly KeyBinding[]): (event: KeyboardEvent) => void {
  return (event) => {
    // What opens over the view (a list, a menu) has letters of its own, though React hands its keys on to here.
    const isInside = event.target instanceof Node && event.currentTarget.contains(event.target);
    if (event.defaultPrevented || !isInside) return;
    const key = pressed(event);
    if (isTyping(event.target) || takesItself(event.target, key)) return;
    if (!singleKeysAct && isSingle(key) && !(event.target as Element).closest('[data-lane]')) return;
    const binding = bindings.find(({ keys }) => keys.includes(key));
    if (!binding) return;
    event.preventDefault();
    event.stopPropagation();
    binding.run(event);
  };
}

interface KeySheetState {
  readonly groups: readonly KeyGroup[];
  readonly add: (groups: readonly KeyGroup[]) => () => void;
}

const KeySheetContext = createContext<KeySheetState>({ groups: [], add: () => () => undefined });

/** Collects the keys of the views on screen for the key sheet. */
export function KeySheetProvider({ children }: { children: ReactNode }) {
  const [groups, setGroups] = useState<readonly KeyGroup[]>([]);
  const value = useMemo(
    () => ({
      groups,
      add: (more: readonly KeyGroup[]) => {
        setGroups((some) => [...some, ...more]);
        return () => setGroups((some) => some.filter((one) => !more.includes(one)));
      },
    }),
    [groups],
  );
  return <KeySheetContext value={value}>{children}</KeySheetContext>;
}

/** The groups of keys that are in force. */
export function useKeyGroups(): readonly KeyGroup[] {
  return useContext(KeySheetContext).groups;
}

/** Puts groups of keys on the key sheet while the component is mounted. `groups` must keep its identity. */
export function useKeySheet(groups: readonly KeyGroup[]): void {
  const { add } = useContext(KeySheetContext);
  // The provider makes `add` anew with each group; registering depends on the groups alone.
  // oxlint-disable-next-line react/exhaustive-deps
  useEffect(() => add(groups), [groups]);
}

/** Where undo belongs to what is open over the page. */
const OVER_THE_PAGE = '[role=dialog], [role=alertdialog], [role=menu], [role=listbox]';

/**
 * Undo and redo by their usual keys, wherever on the page one stands: also where what had the focus is gone. In fields they are the
 * field's own.
 */
export function useUndoKeys(onUndo: (way: 'undo' | 'redo') => void): void {
  const latest = useRef(onUndo);
  useEffect(() => {
    latest.current = onUndo;
  }, [onUndo]);
  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey || event.defaultPrevented) return;
      const key = event.key.toLowerCase();
      const way = key === 'z' ? (event.shiftKey ? 'redo' : 'undo') : key === 'y' ? 'redo' : null;
      const { target } = event;
      if (!way || !(target instanceof Element) || isTyping(target) || target.closest(OVER_THE_PAGE)) return;
      event.preventDefault();
      latest.current(way);
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, []);
}

/** A key as it is shown, for example "Ctrl Z". */
export function keyName(key: string): string {
  const names: Record<string, string> = {
    ArrowLeft: '←',
    ArrowRight: '→',
    ArrowUp: '↑',
    ArrowDown: '↓',
    ' ': 'Space',
  };
  return key
    .split(/\+(?=.)/)
    .map((part) => names[part] ?? (part.length === 1 ? part.toUpperCase() : part))
    .join(' ');
}
