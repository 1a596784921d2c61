/** The ways out for an exercise, as a menu shows them; what they do is loaded when one is chosen. */
import type { ShownExercise } from '@/storage';
import { attempt } from '@/work/perform';
import type { MenuAction } from '../controls/props';
import type { Format } from './giveOut';

const FORMATS: Readonly<Record<Format, string>> = {
  tab: 'Tab as a text file',
  musicxml: 'Score (MusicXML)',
  mxl: 'Score, zipped (.mxl)',
  midi: 'MIDI',
  project: 'Project file',
};

/** Actions of a menu for one exercise. */
export function waysOut(shown: () => ShownExercise, openHandout: (id: string) => void): MenuAction[] {
  const give = (way: Format | 'copy') => () =>
    attempt('Giving out', async () => (await import('./giveOut')).giveOut(way, shown()));
  return [
    { id: 'handout', name: 'Handout to print', run: () => openHandout(shown().id) },
    { id: 'copy', name: 'Copy as tab', run: give('copy') },
    ...(Object.keys(FORMATS) as Format[]).map((format) => ({
      id: format,
      name: FORMATS[format],
      run: give(format),
    })),
  ];
}
