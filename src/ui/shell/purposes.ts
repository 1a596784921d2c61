/** What each view is for, in one line. */
import type { VIEWS } from '@/addresses';

const PURPOSES: Readonly<Record<(typeof VIEWS)[number], string>> = {
  '/': 'Library: every exercise, found again; where new ones begin.',
  '/bench': 'Bench: one exercise, its strokes and what they train; where it is changed.',
  '/developers': 'Controls and marks: everything the screens are made of, in both themes.',
  '/files': 'Files: what was given to students and came back, and what stands in two versions.',
  '/handout': 'Handout: exercises on paper, with the strokes over the notes.',
  '/health': 'Health of your data: how much there is, how safe it is, and putting it right.',
  '/ladder': 'Ladder: how one exercise climbs from where it is safe to where it is wanted.',
  '/link': 'From a link: what somebody sent, shown before anything is kept.',
  '/logbook': 'Logbook: what was practised, how it went, and which changes fail.',
  '/practice': 'Practice: one run after the other, judged by a key, with the ladder and rests.',
  '/students': 'Students: who needs attention, and why.',
  '/students/one': 'Student: goals, what was set and heard, and how it goes.',
  '/students/sheet': 'Lesson sheet: what to know before a lesson, on one page.',
  '/take': 'Take check: a recording held against the plan, note by note.',
  '/week': 'Week: what is practised on which day, so that both kinds of change are met alike.',
  '/week/sheet': 'Week on paper: days with boxes to tick.',
};

/** What the view at a path is for; empty for a path of none. */
export const purposeOf = (path: string): string => (PURPOSES as Readonly<Record<string, string>>)[path] ?? '';
