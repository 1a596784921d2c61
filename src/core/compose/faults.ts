/** Why a recipe gives nothing. */
import { counted } from '../picking/counting';

export type FaultCode =
  | 'noStrings'
  | 'noSuchString'
  | 'noNotes'
  | 'belowNut'
  | 'offNeck'
  | 'offStrings'
  | 'stretch'
  | 'noShape'
  | 'order'
  | 'tooShort'
  | 'tooLong'
  | 'clash'
  | 'octaves'
  | 'noChord';

export interface Fault {
  readonly code: FaultCode;
  /** The string, fret, millimetres or number of notes in question; 0 where there is none. */
  readonly figure: number;
}

/** A fault with its figure. */
export function fault(code: FaultCode, figure = 0): Fault {
  return { code, figure };
}

/** A fault in one sentence. */
export function composeFaultText({ code, figure }: Fault, limitMm: number): string {
  switch (code) {
    case 'noStrings':
      return 'No string is chosen.';
    case 'noSuchString':
      return `There is no string ${figure} on this instrument.`;
    case 'noNotes':
      return 'No note of it lies in this window on these strings.';
    case 'belowNut':
      return 'It would go on below the nut: the next note of a string is lower than the open string.';
    case 'offNeck':
      return `It would need fret ${figure}, which is beyond the neck.`;
    case 'offStrings':
      return 'It would go beyond the last string.';
    case 'stretch':
      return `It asks for a stretch of ${figure} mm; the limit of this hand is ${limitMm} mm.`;
    case 'noShape':
      return 'No shape of it on these strings keeps within the stretch of this hand.';
    case 'order':
      return 'The order names a note or a string that the figure does not have.';
    case 'tooShort':
      return `There ${figure === 1 ? 'is' : 'are'} only ${counted(figure, 'note')}: too few for a group of this size.`;
    case 'tooLong':
      return `It would be ${figure} notes long; an exercise that is worked out has 2,000 at most.`;
    case 'octaves':
      return `These strings do not reach ${figure === 1 ? 'an octave' : `${figure} octaves`} above the root in this layout.`;
    case 'noChord':
      return figure === 0 ? 'No chord is named.' : `There is no chord of the name at place ${figure}.`;
    case 'clash':
      return 'A note would go to a string where it has no place.';
  }
}
