/** The ways out for an exercise, as a menu shows them; what they do is loaded when one is chosen. */
import { home } from '@/addresses';
import type { ShownExercise } from '@/storage';
import { attempt } from '@/work/perform';
import type { MenuAction } from '../controls/props';
import type { Format, Ways } from '@/work/givingOne';
import { download } from './download';

const FORMATS: Readonly<Record<Format, string>> = {
  tab: 'Tab as a text file',
  musicxml: 'Score (MusicXML)',
  mxl: 'Score, zipped (.mxl)',
  midi: 'MIDI',
  project: 'Project file',
};

/** How the browser lets something out. */
const WAYS: Ways = { download, copy: (text) => navigator.clipboard.writeText(text) };

/** Gives one exercise out, in one of the formats or to the clipboard. */
export const giveOutOne = (way: Format | 'copy', shown: ShownExercise): void =>
  attempt('Giving out', async () => (await import('@/work/givingOne')).giveOut(way, shown, WAYS));

/** Saves some exercises as one project file. */
export const saveAsProject = (shown: readonly ShownExercise[]): void =>
  attempt('Giving out', async () => (await import('@/work/givingOne')).saveProject(shown, WAYS));

/** Puts a link to some exercises on the clipboard. */
export const copyLinkTo = (shown: readonly ShownExercise[]): void =>
  attempt('Copying the link', async () => (await import('@/work/linking')).copyLink(shown, home(), WAYS));

/** Actions of a menu for one exercise. */
export function waysOut(shown: () => ShownExercise, openHandout: (id: string) => void): MenuAction[] {
  const give = (way: Format | 'copy') => () => giveOutOne(way, shown());
  return [
    { id: 'handout', name: 'Handout to print', run: () => openHandout(shown().id) },
    { id: 'copy', name: 'Copy as tab', run: give('copy') },
    {
      id: 'track',
      name: 'Practice track …',
      run: () =>
        attempt('Asking for a track', async () =>
          (await import('@/work/track/asking')).trackOfExercise(shown()),
        ),
    },
    {
      id: 'picture',
      name: 'Picture …',
      run: () =>
        attempt('Asking for a picture', async () =>
          (await import('@/work/picture/asked')).askForPicture(shown()),
        ),
    },
    { id: 'link', name: 'Copy link', run: () => copyLinkTo([shown()]) },
    ...(Object.keys(FORMATS) as Format[]).map((format) => ({
      id: format,
      name: FORMATS[format],
      run: give(format),
    })),
  ];
}
