'use client';
import { useRouter } from 'next/navigation';
import { useCallback, useState } from 'react';
import { useStore } from '@/ui/shell/useStore';
import { Asking } from '@/work/asking';
import { attempt } from '@/work/perform';
import type { Answer, Question } from '@/work/takingIn';

/** Taking files in: what must be asked about one is shown until it is answered. */
export function useImporting() {
  const router = useRouter();
  const [asking] = useState(() => new Asking<Question, Answer>());
  const question = useStore(asking);
  const takeFiles = useCallback(
    async (files: readonly File[]) => {
      const taking = await import('@/work/takingIn');
      await taking.importFiles(files, asking.ask, (place) => router.push(place));
    },
    [router, asking],
  );
  const importFiles = useCallback(
    (files: Iterable<File>) => {
      // The list of a file input or of a drop is emptied when its event is over.
      const all = [...files];
      attempt('Importing', () => takeFiles(all));
    },
    [takeFiles],
  );
  return { question, answer: asking.answer, importFiles, takeFiles };
}
