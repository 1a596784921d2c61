/** Light or dark: the one chosen in this browser, or else that of the system. */

export type Theme = 'dark' | 'light';

const YEAR_SECONDS = 31_536_000;

const THEME_EVENT = 'theme-chosen';

/**
 * Applies the theme that was chosen before the page is first drawn: the document is the same for everybody.
 * Without quotation marks, which would be written into the page as entities.
 */
export const APPLY_THEME = `const chosen = /(^|; )theme=(dark|light)(;|$)/.exec(document.cookie);
if (chosen) document.documentElement.dataset.theme = chosen[2];`;

/** Whether the page is dark at this moment. */
export function isDarkNow(): boolean {
  const chosen = document.documentElement.dataset.theme;
  return chosen ? chosen === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches;
}

/** Tells of each change of the theme, by choice or by the system; returns the way out. */
export function onThemeChange(listener: () => void): () => void {
  const query = matchMedia('(prefers-color-scheme: dark)');
  query.addEventListener('change', listener);
  document.addEventListener(THEME_EVENT, listener);
  return () => {
    query.removeEventListener('change', listener);
    document.removeEventListener(THEME_EVENT, listener);
  };
}

/** Shows a theme from now on, also after a reload. */
export function chooseTheme(theme: Theme): void {
  document.documentElement.dataset.theme = theme;
  document.cookie = `theme=${theme}; path=/; max-age=${YEAR_SECONDS}; samesite=lax`;
  document.dispatchEvent(new Event(THEME_EVENT));
}
