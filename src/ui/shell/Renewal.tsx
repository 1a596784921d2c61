'use client';
import { usePathname } from 'next/navigation';
import { useEffect, useState } from 'react';
import { ahead } from '@/work/perform';
import { Button } from '../controls/Button';
import { Line } from './noticeLook';
import { OFFLINE } from './offline';
import { useStore } from './useStore';

/** Where something may be running that is not to be spoken into. */
const AT_WORK = ['/practice', '/take'];

/** Has the copy for use without a network made, and offers a newer version when one is here. */
export function Renewal() {
  const path = usePathname();
  const { hasNewer, isOlder } = useStore(OFFLINE);
  const [isPutOff, setIsPutOff] = useState(false);
  useEffect(() => {
    // While it is developed, nothing is kept that changes all the time.
    if (process.env.NODE_ENV === 'production') ahead(() => OFFLINE.prepare());
  }, []);
  if ((!hasNewer && !isOlder) || isPutOff || AT_WORK.includes(path)) return null;
  return (
    <Line role="status">
      <span>
        {isOlder
          ? 'A newer Yardfell was taken in another tab. This tab goes on with the one before until it is loaded again.'
          : 'A newer Yardfell is here. Taking it loads this page again; other tabs go on as they are.'}
      </span>
      <Button onPress={() => OFFLINE.take()}>{isOlder ? 'Load again' : 'Take it'}</Button>
      <Button look="quiet" onPress={() => setIsPutOff(true)}>
        Later
      </Button>
    </Line>
  );
}
