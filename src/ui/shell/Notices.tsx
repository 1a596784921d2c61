'use client';
import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import { onDatabaseNotice, type DatabaseNotice } from '@/storage';
import { Button } from '../controls/Button';
import { Line } from './noticeLook';

const LaterNotices = dynamic(() => import('./LaterNotices').then((module) => module.LaterNotices), {
  ssr: false,
});

/** Looked for a while after the start, so that it does not stand in the way of the first screen. */
const LATER_MS = 3_000;

/** What another tab does to the database, what is damaged, and when it is time for a backup. */
export function Notices() {
  const [notice, setNotice] = useState<DatabaseNotice>(null);
  const [isLater, setIsLater] = useState(false);
  useEffect(() => onDatabaseNotice(setNotice), []);
  useEffect(() => {
    const timer = setTimeout(() => setIsLater(true), LATER_MS);
    return () => clearTimeout(timer);
  }, []);
  return (
    <>
      {notice === 'blocked' ? (
        <Line role="alert">
          <span>
            Another tab with an older version holds the library. Close that tab; this one then goes on by
            itself.
          </span>
        </Line>
      ) : null}
      {notice === 'newerVersion' ? (
        <Line role="alert">
          <span>
            A newer version was opened in another tab. Everything is kept; load this tab again to go on here.
          </span>
          <Button onPress={() => location.reload()}>Load again</Button>
        </Line>
      ) : null}
      {isLater && notice === null ? <LaterNotices /> : null}
    </>
  );
}
