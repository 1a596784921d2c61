'use client';
/** The name, and the places to go: all of them for a teacher, for a student what practice needs. On a phone three stand at the thumb, the rest in a menu. */
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import styled from 'styled-components';
import { benchAt, ladderAt, practiceAt, takeAt } from '@/addresses';
import { lookUp } from '@/work/words/asked';
import { Menu } from '../controls/Menu';
import { colour, ON_PHONE } from '../theme/tokens';
import { useView } from './viewSettings';

const Name = styled(Link)`
  color: ${colour.ink};
  font-size: 1.1rem;
  font-weight: 750;
  letter-spacing: -0.01em;
  text-decoration: none;
  @media (max-width: 40rem) {
    margin-right: auto;
  }
`;

const Nav = styled.nav`
  display: flex;
  flex-wrap: wrap;
  gap: 0 0.25rem;
  margin-right: auto;
  a {
    padding: 0.35rem 0.7rem;
    border-radius: 0.4rem;
    color: ${colour.ink};
    text-decoration: none;
  }
  a[aria-current] {
    background: ${colour.paper};
    font-weight: 650;
  }
  .more {
    display: none;
  }
  @media (max-width: 68rem) {
    a {
      padding: 0.35rem 0.45rem;
    }
  }
  @media (max-width: 40rem) {
    order: 1;
    flex-basis: 100%;
    align-items: stretch;
    justify-content: space-evenly;
    a:not([data-main]) {
      display: none;
    }
    .more {
      display: grid;
    }
    a,
    .more {
      flex: 1 1 0;
      place-items: center;
      place-content: center;
      min-height: 2.75rem;
      text-align: center;
    }
    a {
      display: grid;
      padding: 0 0.25rem;
    }
    .more button {
      min-height: 2.75rem;
      padding: 0 0.25rem;
    }
    .more[data-current] button {
      background: ${colour.paper};
      font-weight: 650;
    }
  }
  @media ${ON_PHONE} {
    position: fixed;
    z-index: 30;
    inset: auto 0 0 0;
    height: var(--foot);
    margin: 0;
    padding: 0.25rem 0.5rem calc(0.25rem + env(safe-area-inset-bottom));
    border-top: 1px solid ${colour.line};
    background: ${colour.sunken};
  }
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
        { href: benchAt(lastExercise), name: 'Bench', at: '/bench', isTeachers: true, isAhead: true },
        { href: ladderAt(lastExercise), name: 'Ladder', at: '/ladder', isTeachers: true },
        { href: practiceAt(lastExercise), name: 'Practice', at: '/practice' },
        { href: takeAt(lastExercise), name: 'Take', at: '/take' },
      ]
    : []),
  { href: '/students', name: 'Students', at: '/students', isTeachers: true },
  { href: '/week', name: 'Week', at: '/week' },
  { href: '/logbook', name: 'Logbook', at: '/logbook' },
  { href: lastExercise ? `/handout?ids=${lastExercise}` : '/handout', name: 'Handout', at: '/handout' },
];

/** At the thumb, as far as they are there: the first three. */
const MAIN = ['Practice', 'Week', 'Students', 'Library', 'Logbook'];

/** The places that stand at the thumb. */
export const mainPlaces = (names: readonly string[]): string[] =>
  MAIN.filter((name) => names.includes(name)).slice(0, 3);

export function Places({
  path,
  lastExercise,
  onKeys,
}: {
  path: string;
  lastExercise: string | null;
  /** Shows the keys. */
  onKeys: () => void;
}) {
  const router = useRouter();
  const { isStudents } = useView();
  const places = placesOf(lastExercise).filter(({ isTeachers }) => !isStudents || !isTeachers);
  // Where one is stands there, whatever the view.
  const isHere = ({ at }: Place) => (at === '/' ? path === '/' : path.startsWith(at));
  const main = mainPlaces(places.map(({ name }) => name));
  const others = places.filter(({ name }) => !main.includes(name));
  const here = others.find(isHere);
  return (
    <>
      <Name href={isStudents ? '/week' : '/'}>Yardfell</Name>
      <Nav aria-label="Views">
        {places.map((place) => (
          <Link
            key={place.at}
            href={place.href}
            {...(main.includes(place.name) ? { 'data-main': '' } : {})}
            {...(place.isAhead ? {} : { prefetch: false })}
            {...(isHere(place) ? { 'aria-current': 'page' as const } : {})}
          >
            {place.name}
          </Link>
        ))}
        <span className="more" {...(here ? { 'data-current': '' } : {})}>
          <Menu
            label={here ? `${here.name}, and other views` : 'Other views'}
            name={here?.name ?? 'More'}
            items={[
              ...others.map(({ at, name, href }) => ({ id: at, name, run: () => router.push(href) })),
              { id: 'keys', name: 'Keys', run: onKeys },
              { id: 'words', name: 'What the words mean', run: () => lookUp('all') },
            ]}
          />
        </span>
      </Nav>
    </>
  );
}
