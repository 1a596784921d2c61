/** Which parts of a score can be read, and where notes lie that have a pitch alone. */
import type { Tuning } from '../../instrument/instrument';
import { onNeck } from '../../fretting/onNeck';
import { FOREIGN_LIMITS, type LeftOut } from '../foreign';
import { byMoment } from '../grid';
import { pitchedStavesOf, RefusedScore, tabStaffOf, type PartReading, type ReadPart } from './part';
import { child, childrenOf, textOf, type XmlElement } from './xml';

/** A part that can be read. */
export interface FoundPart extends PartReading {
  readonly element: XmlElement;
  readonly name: string;
}

/** What can be read as a part: those with strings and frets first, then each staff with pitches alone. */
export function partsIn(score: XmlElement, left: LeftOut): FoundPart[] {
  const names = new Map(
    childrenOf(child(score, 'part-list'), 'score-part').map((one) => [
      one.attributes.id,
      textOf(one, 'part-name'),
    ]),
  );
  const all = childrenOf(score, 'part').flatMap((element): FoundPart[] => {
    const name = names.get(element.attributes.id ?? '') || 'unnamed';
    const tabStaff = tabStaffOf(element);
    if (tabStaff !== null) return [{ element, staff: tabStaff, name, byPitch: false }];
    const staves = pitchedStavesOf(element);
    if (staves.length === 0) left.add(`the part “${name}”, which has no pitches`, 'whole');
    const nameOf = (staff: number) => (staves.length === 1 ? name : `${name}, staff ${staff}`);
    return staves.map((staff) => ({ element, staff, name: nameOf(staff), byPitch: true }));
  });
  const found = [...all.filter(({ byPitch }) => !byPitch), ...all.filter(({ byPitch }) => byPitch)];
  if (found.length === 0)
    throw new RefusedScore('There is nothing in it to play: no note has a string and fret, or a pitch.');
  if (found.length > FOREIGN_LIMITS.parts)
    throw new RefusedScore(`It has more than ${FOREIGN_LIMITS.parts} parts.`);
  return found;
}

/** Puts notes that have a pitch alone on the neck. */
export function onStrings({ notes }: ReadPart, tuning: Tuning, capo: number, left: LeftOut): void {
  const moments = byMoment(notes);
  const placed = onNeck(
    moments.map((some) => some.map(({ pitch }) => pitch!)),
    tuning,
    capo,
  );
  const there = moments.flatMap((some, at) =>
    some.filter((note, index) => {
      const place = placed[at]![index];
      if (place) Object.assign(note, place);
      else left.add('note that finds no string beside the others', note.where);
      return place;
    }),
  );
  notes.splice(0, notes.length, ...there);
}
