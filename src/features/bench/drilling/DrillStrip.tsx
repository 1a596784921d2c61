'use client';
import Link from 'next/link';
import styled from 'styled-components';
import { benchAt } from '@/addresses';
import type { DrillOf } from '@/core';
import { database, drillsCutFrom, titleOf } from '@/storage';
import { colour } from '@/ui/theme/tokens';
import { useKept } from '@/ui/shell/useKept';

const Strip = styled.nav`
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1.2rem;
  color: ${colour.inkSoft};
`;

/** Where a drill stands in its group, and the ways to its neighbours and to what it was cut out of. */
export function DrillStrip({ exerciseId, drill }: { exerciseId: string; drill: DrillOf }) {
  const { parentId } = drill;
  const group = useKept(async () => {
    const [title, drills] = await Promise.all([
      titleOf(database(), parentId),
      drillsCutFrom(database(), parentId),
    ]);
    return { title, drills };
  }, [parentId]);
  if (!group) return null;
  const { title, drills } = group;
  const at = drills.findIndex(({ id }) => id === exerciseId);
  const [before, after] = [drills[at - 1], at >= 0 ? drills[at + 1] : undefined];
  return (
    <Strip aria-label="The group of drills">
      <span>
        {at >= 0 ? `Drill ${at + 1} of ${drills.length} ` : 'A drill '}
        {title === undefined ? 'of an exercise that is no longer here' : 'of '}
        {title === undefined ? null : (
          <Link href={benchAt(parentId)} prefetch={false}>
            {title || 'Untitled'}
          </Link>
        )}
      </span>
      {before ? (
        <Link href={benchAt(before.id)} prefetch={false}>
          The one before
        </Link>
      ) : null}
      {after ? (
        <Link href={benchAt(after.id)} prefetch={false}>
          The next one
        </Link>
      ) : null}
    </Strip>
  );
}
