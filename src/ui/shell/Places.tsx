'use client';
/** The name, and the places to go: all of them for a teacher, for a student what practice needs. */
import Link from 'next/link';
import styled from 'styled-components';
import { colour } from '../theme/tokens';
import { useView } from './viewSettings';

const Name = styled(Link)`
  color: ${colour.ink};
  font-size: 1.1rem;
  font-weight: 750;
  letter-spacing: -0.01em;
  text-decoration: none;
`;

interface Place {
  readonly href: string;
  readonly name: string;
  readonly at: string;
  /** What only a teacher needs. */
  readonly isTeachers?: boolean;
  readonly isAhead?: boolean;
}

const placesOf = (lastExercise: string | null): Place[] => [
  { href: '/', name: 'Library', at: '/', isTeachers: true, isAhead: true },
  ...(lastExercise
    ? [
        { href: `/bench/${lastExercise}`, name: 'Bench', at: '/bench', isTeachers: true, isAhead: true },
        { href: `/ladder/${lastExercise}`, name: 'Ladder', at: '/ladder', isTeachers: true },
        { href: `/practice/${lastExercise}`, name: 'Practice', at: '/practice' },
        { href: `/take/${lastExercise}`, name: 'Take', at: '/take' },
      ]
    : []),
  { href: '/students', name: 'Students', at: '/students', isTeachers: true },
  { href: '/week', name: 'Week', at: '/week' },
  { href: '/logbook', name: 'Logbook', at: '/logbook' },
  { href: lastExercise ? `/handout?ids=${lastExercise}` : '/handout', name: 'Handout', at: '/handout' },
];

export function Places({ path, lastExercise }: { path: string; lastExercise: string | null }) {
  const { isStudents } = useView();
  const places = placesOf(lastExercise).filter(({ isTeachers }) => !isStudents || !isTeachers);
  // Where one is stands there, whatever the view.
  const isHere = ({ at }: Place) => (at === '/' ? path === '/' : path.startsWith(at));
  return (
    <>
      <Name href={isStudents ? '/week' : '/'}>Yardfell</Name>
      <nav aria-label="Views">
        {places.map((place) => (
          <Link
            key={place.at}
            href={place.href}
            {...(place.isAhead ? {} : { prefetch: false })}
            {...(isHere(place) ? { 'aria-current': 'page' as const } : {})}
          >
            {place.name}
          </Link>
        ))}
      </nav>
    </>
  );
}
