'use client';
import { createGlobalStyle } from 'styled-components';
import { FONT, ON_PHONE, THEME_CSS } from './tokens';

export const GlobalStyle = createGlobalStyle`
  ${THEME_CSS}
  *, *::before, *::after { box-sizing: border-box; }
  html { font-size: 100%; -webkit-text-size-adjust: 100%; --foot: 0px; }
  /* On a phone the places stand at the thumb; what sticks to the bottom stands above them. */
  @media ${ON_PHONE} { html { --foot: calc(3.25rem + env(safe-area-inset-bottom)); } }
  body {
    margin: 0;
    background: var(--paper);
    color: var(--ink);
    font-family: ${FONT};
    font-size: 0.9375rem;
    line-height: 1.4;
  }
  h1, h2, h3, p, ul, ol, dl, dd, figure { margin: 0; padding: 0; }
  h1, h2, h3 { font-weight: 650; line-height: 1.2; }
  ul, ol { list-style: none; }
  button, input, textarea, select { font: inherit; color: inherit; }
  a { color: var(--accent); }
  /* Whatever is pressed is at least 24 px each way (WCAG 2.2, 2.5.8). */
  summary { min-height: 1.5rem; }
  .pick { display: grid; place-items: center; width: 1.5rem; height: 1.5rem; margin: -0.2rem; }
  :focus-visible, [data-focus-visible] { outline: 2px solid var(--focus); outline-offset: 2px; }
  :focus:not(:focus-visible):not([data-focus-visible]) { outline: none; }
  /* Where the system gives the colours, what is chosen is told by its colour for that; a switch by its track. */
  @media (forced-colors: active) {
    [aria-current], [aria-pressed='true'], [data-selected]:not(label) {
      forced-color-adjust: none;
      background: Highlight !important;
      color: HighlightText !important;
    }
    label .track::after { forced-color-adjust: none; background: ButtonText !important; }
    label[data-selected] .track { forced-color-adjust: none; background: Highlight !important; }
    label[data-selected] .track::after { background: HighlightText !important; }
  }
  @media (prefers-reduced-motion: reduce) {
    *, *::before, *::after { animation: none !important; transition: none !important; scroll-behavior: auto !important; }
  }
  .for-screen-readers {
    position: absolute; width: 1px; height: 1px; margin: -1px; padding: 0; overflow: hidden;
    clip-path: inset(50%); white-space: nowrap; border: 0;
  }
`;
