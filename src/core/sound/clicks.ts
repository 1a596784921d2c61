/** What the metronome does on the beats and between them. */

/** `slot`: between the beats; `silent`: a beat that is counted but not heard. */
export type ClickAccent = 'bar' | 'beat' | 'slot' | 'silent';

/** How the metronome clicks. */
export interface ClickPattern {
  /** Of each beat of the bar; beats beyond the list are plain. */
  readonly accents: readonly Exclude<ClickAccent, 'slot'>[];
  /** Also on every slot between the beats. */
  readonly slots: boolean;
  /** After so many bars with a click come so many without; null: it always clicks. The count-in always does. */
  readonly silent: { readonly after: number; readonly bars: number } | null;
  /** Beats are counted on over the passes; otherwise anew in each, but where passes make up whole bars anyway. */
  readonly countsOn?: boolean;
}

/** The first beat of the bar stands out. */
export const PLAIN_CLICK: ClickPattern = { accents: ['bar'], slots: false, silent: null };
