/** Colours and measures by meaning. Contrast: at least 4.5:1 for text and 3:1 for marks, in both themes (tested). */

const light = {
  paper: '#f6f3ea',
  card: '#fffdf7',
  sunken: '#ebe7da',
  ink: '#17303a',
  inkSoft: '#48606a',
  line: '#cfc9b8',
  string: '#8b9698',
  accent: '#0b5d6b',
  accentInk: '#ffffff',
  accentSoft: '#d5e6e6',
  focus: '#b3470b',
  outside: '#0c5697',
  inside: '#b52069',
  insideFill: '#b5206926',
  sweep: '#8f5200',
  backtrack: '#a3271c',
  locked: '#17303a',
  caret: '#b3470b',
  good: '#2b6431',
  warn: '#8f5200',
  bad: '#a3271c',
} as const;

type Colours = Record<keyof typeof light, string>;

const dark: Colours = {
  paper: '#12212a',
  card: '#182a34',
  sunken: '#0d1a21',
  ink: '#eeeadd',
  inkSoft: '#b3bfc0',
  line: '#33474f',
  string: '#6b7e84',
  accent: '#7fc9d2',
  accentInk: '#0d1a21',
  accentSoft: '#21414b',
  focus: '#ffb066',
  outside: '#5fb9f0',
  inside: '#ee6fae',
  insideFill: '#ee6fae30',
  sweep: '#edb04f',
  backtrack: '#ff9486',
  locked: '#eeeadd',
  caret: '#ffb066',
  good: '#95d29a',
  warn: '#edb04f',
  bad: '#ff9486',
};

export const THEMES = { light, dark };

/** The colours of paper, which is white in every theme, as declarations. */
export const PAPER_COLOURS = Object.entries({ ...light, paper: '#ffffff', card: '#ffffff' })
  .map(([name, value]) => `--${name}: ${value};`)
  .join(' ');

/** A reference to a colour of the theme. */
export const colour = Object.fromEntries(
  Object.keys(light).map((name) => [name, `var(--${name})`]),
) as Colours;

export const FONT = "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif";
export const MONO = "'Atkinson Hyperlegible Mono Variable', ui-monospace, monospace";

function properties(colours: Colours): string {
  return Object.entries(colours)
    .map(([name, value]) => `--${name}: ${value};`)
    .join(' ');
}

/** Both themes as custom properties: as the system says, unless the user chose one. */
export const THEME_CSS = `
  :root { color-scheme: light dark; ${properties(light)} }
  @media (prefers-color-scheme: dark) { :root:not([data-theme='light']) { ${properties(dark)} } }
  :root[data-theme='dark'] { color-scheme: dark; ${properties(dark)} }
  :root[data-theme='light'] { color-scheme: light; }
  @media (prefers-contrast: more) {
    :root { --inkSoft: var(--ink); --line: var(--inkSoft); --string: var(--inkSoft); }
  }
`;

/** Too narrow for a table of many columns. */
export const NARROW = '(max-width: 40rem)';
/** A phone that is held upright: narrow, and high enough for what sticks to its bottom; 400 % zoom is not. */
export const ON_PHONE = `${NARROW} and (min-height: 30rem)`;
