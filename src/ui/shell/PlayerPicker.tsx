'use client';
import { UserRound } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useRef, useState } from 'react';
import { Button } from '../controls/Button';
import { usePlayer } from './player';

const PlayerSheet = dynamic(() => import('./PlayerSheet').then((module) => module.PlayerSheet), {
  ssr: false,
});

const StudentDialog = dynamic(() => import('./StudentDialog').then((module) => module.StudentDialog), {
  ssr: false,
});

/** The student of the moment, chosen and set up here from any view. */
export function PlayerPicker() {
  const player = usePlayer();
  const trigger = useRef<HTMLButtonElement>(null);
  const [isOpen, setIsOpen] = useState(false);
  const [isMore, setIsMore] = useState(false);
  return (
    <>
      <Button
        ref={trigger}
        look="quiet"
        aria-label={`Student: ${player.name}, ${player.setup.handedness}-handed`}
        aria-haspopup="dialog"
        aria-expanded={isOpen}
        onPress={() => setIsOpen(true)}
      >
        <UserRound size={16} aria-hidden /> {player.name}
        {player.setup.handedness === 'left' ? ' · left' : ''}
      </Button>
      {isOpen ? (
        <PlayerSheet
          trigger={trigger}
          onClose={() => setIsOpen(false)}
          onMore={() => {
            setIsOpen(false);
            setIsMore(true);
          }}
        />
      ) : null}
      {isMore ? <StudentDialog player={player} onClose={() => setIsMore(false)} /> : null}
    </>
  );
}
