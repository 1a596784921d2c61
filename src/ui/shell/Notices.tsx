'use client';
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { onDatabaseNotice, type DatabaseNotice } from '@/storage';
import { Button } from '../controls/Button';
import { colour } from '../theme/tokens';

const Strip = styled.div`
  display: flex;
  align-items: center;
  gap: 1rem;
  padding: 0.5rem 1.25rem;
  border-bottom: 2px solid ${colour.warn};
  background: ${colour.card};
`;

/** What another tab does to the database. */
export function Notices() {
  const [notice, setNotice] = useState<DatabaseNotice>(null);
  useEffect(() => onDatabaseNotice(setNotice), []);
  if (notice === null) return null;
  return (
    <Strip role="alert" data-chrome>
      {notice === 'blocked' ? (
        <span>
          Another tab with an older version holds the library. Close that tab; this one then goes on by
          itself.
        </span>
      ) : (
        <>
          <span>
            A newer version was opened in another tab. Everything is kept; load this tab again to go on here.
          </span>
          <Button onPress={() => location.reload()}>Load again</Button>
        </>
      )}
    </Strip>
  );
}
