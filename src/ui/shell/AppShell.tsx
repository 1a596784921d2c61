'use client';
import { Keyboard, Moon, Sun } from 'lucide-react';
import dynamic from 'next/dynamic';
import { usePathname } from 'next/navigation';
import { useEffect, useState, useSyncExternalStore, type ReactNode } from 'react';
import styled from 'styled-components';
import { Button } from '../controls/Button';
import { KeySheetProvider } from '../keys/keys';
import { chooseTheme, isDarkNow, onThemeChange } from '../theme/chosen';
import { colour } from '../theme/tokens';
import { Notices } from './Notices';
import { PlayerProvider } from './player';
import { PlayerPicker } from './PlayerPicker';
import { Places } from './Places';
import { useStart } from './start';
import { ViewSettingsProvider } from './viewSettings';

const Toasts = dynamic(() => import('../controls/Toasts').then((module) => module.Toasts), { ssr: false });
const DataMenu = dynamic(() => import('./DataMenu').then((module) => module.DataMenu), {
  ssr: false,
  loading: () => <Waiting />,
});
const AskedHost = dynamic(() => import('./AskedHost').then((module) => module.AskedHost), { ssr: false });
const KeySheet = dynamic(() => import('./KeySheet').then((module) => module.KeySheet));

const Skip = styled.a`
  position: absolute;
  left: 0.5rem;
  top: -4rem;
  z-index: 70;
  padding: 0.5rem 1rem;
  background: ${colour.card};
  &:focus {
    top: 0.5rem;
  }
`;

const Bar = styled.header`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 1rem;
  padding: 0.25rem 1.25rem;
  border-bottom: 1px solid ${colour.line};
  background: ${colour.sunken};
  @media (max-width: 68rem) {
    gap: 0 0.5rem;
  }
  @media (max-width: 40rem) {
    gap: 0;
    padding-inline: 0.75rem;
    .keys {
      display: none;
    }
  }
`;

const Main = styled.main`
  max-width: 90rem;
  margin: 0 auto;
  padding: 0.75rem 1.25rem calc(1.5rem + var(--foot));
  @media (max-width: 40rem) {
    padding-inline: 0.9rem;
  }
  outline: none;
`;

function ThemeButton() {
  const isDark = useSyncExternalStore(onThemeChange, isDarkNow, () => false);
  const next = isDark ? 'light' : 'dark';
  return (
    <Button look="quiet" square aria-label={`Use the ${next} theme`} onPress={() => chooseTheme(next)}>
      {isDark ? <Sun size={16} aria-hidden /> : <Moon size={16} aria-hidden />}
    </Button>
  );
}

/** Keeps the place of the menu until it is there. */
const Waiting = styled.span`
  width: 2rem;
`;

interface ShellProps {
  readonly withDemo: boolean;
  readonly seed: number | null;
  readonly children: ReactNode;
}

/** What stands round every view: name, places to go, student, keys, theme, messages. */
export function AppShell({ withDemo, seed, children }: ShellProps) {
  const path = usePathname();
  const [showsKeys, setShowsKeys] = useState(false);
  const { isReady, lastExercise } = useStart(withDemo, seed);

  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent) => {
      // Only where the view has the focus: in fields and in the bars around it "?" is just a character.
      const target = event.target as HTMLElement;
      const inView = target.closest?.('main') !== null || target === document.body;
      if (event.key !== '?' || !inView || /^(INPUT|TEXTAREA)$/.test(target.tagName)) return;
      event.preventDefault();
      setShowsKeys(true);
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, []);

  return (
    <KeySheetProvider>
      <PlayerProvider>
        <ViewSettingsProvider>
          <Skip href="#view" data-chrome>
            Skip to the view
          </Skip>
          <Bar data-chrome>
            <Places path={path} lastExercise={lastExercise} onKeys={() => setShowsKeys(true)} />
            <PlayerPicker />
            <DataMenu />
            <Button look="quiet" className="keys" onPress={() => setShowsKeys(true)}>
              <Keyboard size={16} aria-hidden /> Keys <kbd aria-hidden>?</kbd>
            </Button>
            <ThemeButton />
          </Bar>
          <Notices />
          <Main id="view" tabIndex={-1} data-ready={isReady}>
            {children}
          </Main>
          <Toasts />
          <AskedHost />
          {showsKeys ? <KeySheet isOpen onClose={() => setShowsKeys(false)} /> : null}
        </ViewSettingsProvider>
      </PlayerProvider>
    </KeySheetProvider>
  );
}
