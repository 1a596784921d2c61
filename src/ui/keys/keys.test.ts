/** Which keys a view takes: not those of what is pressed, and no single ones where they are switched off. */
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { bound, keyHandler, keyList, setSingleKeys, UNDO_KEYS } from './keys';

class Element {
  isContentEditable = false;
  constructor(
    readonly tagName: string,
    readonly role: string | null = null,
    readonly lane: boolean = false,
  ) {}
  contains() {
    return true;
  }
  matches(selector: string) {
    return selector.split(', ').some((one) => one.replace('[href]', '').toUpperCase() === this.tagName);
  }
  closest(selector: string) {
    return selector === '[data-lane]' && this.lane ? this : null;
  }
}
class Input extends Element {
  constructor(readonly type: string) {
    super('INPUT');
  }
}

beforeEach(() => {
  vi.stubGlobal('Node', Element);
  vi.stubGlobal('HTMLElement', Element);
  vi.stubGlobal('HTMLInputElement', Input);
});
afterEach(() => {
  setSingleKeys(true);
  vi.unstubAllGlobals();
});

/** The keys of some that act with the focus on an element. */
function acting(target: Element): string {
  const acted: string[] = [];
  const keys = [' ', 'g', '5', 'ArrowRight', 'Enter', 'Ctrl+z'];
  const handle = keyHandler(keys.map((key) => ({ keys: [key], does: '', run: () => acted.push(key) })));
  for (const name of keys) {
    const key = name.replace('Ctrl+', '');
    const ways = { ctrlKey: name !== key, metaKey: false, altKey: false, shiftKey: false };
    handle({
      ...{ key, target, currentTarget: target, ...ways, defaultPrevented: false },
      ...{ preventDefault: () => undefined, stopPropagation: () => undefined },
    } as never);
  }
  return acted.join();
}

it('a switch keeps its own keys and leaves the others to the view', () => {
  expect(acting(new Element('DIV'))).toBe(' ,g,5,ArrowRight,Enter,Ctrl+z');
  expect(acting(new Input('checkbox'))).toBe('g,5,Ctrl+z');
  expect(acting(new Element('BUTTON', 'radio'))).toBe('g,5,Ctrl+z');
  // What is pressed is pressed, whatever the view does with the same key.
  expect(acting(new Element('BUTTON'))).toBe('g,5,ArrowRight,Ctrl+z');
  expect(acting(new Element('A'))).toBe(' ,g,5,ArrowRight,Ctrl+z');
  expect(acting(new Input('text'))).toBe('');
});

it('single keys can be switched off, but for the lane, where they are typed (WCAG 2.1.4)', () => {
  setSingleKeys(false);
  expect(acting(new Element('DIV'))).toBe(' ,ArrowRight,Enter,Ctrl+z');
  expect(acting(new Element('DIV', null, true))).toBe(' ,g,5,ArrowRight,Enter,Ctrl+z');
});

it('ties each key of a list to what it does, once, and leaves out what does nothing now', () => {
  const list = keyList(
    'Some',
    [
      [['a', 'b'], 'One or the other'],
      [['Delete'], 'Away', ['Del']],
    ],
    UNDO_KEYS,
  );
  const runs: string[] = [];
  const bindings = bound(list, { a: () => runs.push('a'), b: null, Delete: () => runs.push('Delete') });
  expect(bindings.map(({ keys, does }) => [keys, does])).toEqual([
    [['a'], 'One or the other'],
    [['Delete'], 'Away'],
  ]);
  const sheet = list.bindings.map(({ keys }) => keys.join(' '));
  expect(sheet).toEqual(['a b', 'Del', 'Ctrl+z', 'Ctrl+Shift+z Ctrl+y']);
  // @ts-expect-error a key that is not on the list, and one that is left out
  bound(list, { a: null, c: null });
});
