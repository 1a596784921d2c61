'use client';
/** Opens what goes to a student, or back to the teacher. */
import { Share } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { PlayerRecord } from '@/core';
import { Button } from '@/ui/controls/Button';
import { isOwn } from '@/work/parcels/own';
import { useKept } from './useKept';

const ParcelDialog = dynamic(() => import('./ParcelDialog').then((module) => module.ParcelDialog), {
  ssr: false,
});

/** “Give to …”, or, in a student's own browser, “Give the record back”. */
export function ParcelButton({ player }: { player: PlayerRecord }) {
  const [isOpen, setIsOpen] = useState(false);
  const own = useKept(() => isOwn(player.id), [player.id]);
  return (
    <>
      <Button isDisabled={own === undefined} onPress={() => setIsOpen(true)}>
        <Share size={15} aria-hidden /> {own ? 'Give the record back' : `Give to ${player.name}`}
      </Button>
      {isOpen ? <ParcelDialog player={player} onClose={() => setIsOpen(false)} /> : null}
    </>
  );
}
