'use client';
/** A picture of the lane: drawn off the page, with fonts and colours inside; as SVG, and as PNG in several sizes. */
import { createRoot } from 'react-dom/client';
import { flushSync } from 'react-dom';
import { excerptPlan, planOf, type Setup } from '@/core';
import type { ViewSettings } from '@/storage';
import type { PictureOf } from '@/work/picture/asked';
import { THEMES } from '../theme/tokens';
import { LanePicture } from './LanePicture';
import { standalone } from './words';

/** How a picture is to look. */
export interface PictureLook {
  readonly theme: keyof typeof THEMES;
  readonly withWords: boolean;
}

/** Letters outside of this block are not loaded by the page either, unless it shows some. */
const LATIN = /U\+0+-0*FF\b/i;

/** A file of this page as a data address. */
async function inside(url: string): Promise<string> {
  const blob = await (await fetch(url)).blob();
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as string);
    reader.onerror = () => reject(new Error(`A font could not be read: ${url}`));
    reader.readAsDataURL(blob);
  });
}

/** The rules of the page's fonts, upright and in Latin letters, with the fonts inside. */
async function fontRules(): Promise<string> {
  const rules = [...document.styleSheets]
    .flatMap((sheet) => [...sheet.cssRules])
    .filter((rule): rule is CSSFontFaceRule => rule instanceof CSSFontFaceRule)
    .filter(({ style }) => LATIN.test(style.getPropertyValue('unicode-range')))
    .filter(({ style }) => style.getPropertyValue('font-style') !== 'italic');
  const whole = await Promise.all(
    rules.map(async ({ cssText, parentStyleSheet }) => {
      const [all, address] = /url\("?([^")]+)"?\)/.exec(cssText) ?? [];
      if (!all || !address) return '';
      const from = new URL(address, parentStyleSheet?.href ?? location.href);
      return cssText.replace(all, `url(${await inside(from.href)})`);
    }),
  );
  return whole.join('\n');
}

/** A picture as SVG. */
export async function pictureSvg(
  { exercise, part }: PictureOf,
  setup: Setup,
  view: ViewSettings,
  { theme, withWords }: PictureLook,
): Promise<string> {
  // Before anything is drawn: in the middle of drawing the page nothing else is.
  const fonts = await fontRules();
  const { passage, policy } = exercise;
  const whole = planOf(passage, policy, setup);
  const plan = part ? excerptPlan(whole, policy, part.pass, part.range, setup) : whole;
  const host = document.createElement('div');
  const root = createRoot(host);
  flushSync(() =>
    root.render(
      <LanePicture
        exercise={exercise}
        plan={plan}
        view={view}
        withWords={withWords}
        isPart={part !== undefined}
      />,
    ),
  );
  const markup = new XMLSerializer().serializeToString(host.firstElementChild!);
  root.unmount();
  return standalone(markup, THEMES[theme], fonts);
}

/** The same as PNG. @param scale dots to a pixel: 1, 2 for fine screens, 3.125 for paper at 300 to an inch. */
export async function picturePng(svg: string, scale: number): Promise<Blob> {
  const url = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
  try {
    const image = new Image();
    image.src = url;
    await image.decode();
    const canvas = document.createElement('canvas');
    canvas.width = Math.round(image.naturalWidth * scale);
    canvas.height = Math.round(image.naturalHeight * scale);
    const context = canvas.getContext('2d');
    if (!context) throw new Error('The browser gives no canvas to draw on.');
    context.drawImage(image, 0, 0, canvas.width, canvas.height);
    const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
    if (!blob) throw new Error('The picture is too large for this browser: choose a smaller size.');
    return blob;
  } finally {
    URL.revokeObjectURL(url);
  }
}
