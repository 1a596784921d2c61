'use client';
import { under } from '@/addresses';
import { attempt } from '@/work/perform';
import { Button } from '../controls/Button';
import { EmptyState } from '../controls/EmptyState';
import { rescueLibrary } from './exportLibrary';

/** Shown when a view breaks: everything that is kept can still be taken out. */
export function CrashNotice({ onRetry }: { onRetry: () => void }) {
  return (
    <EmptyState title="This view stopped working">
      <p>What you entered is kept in the browser. You can save all of it to a file, or try the view again.</p>
      <div style={{ display: 'flex', gap: '0.5rem' }}>
        <Button look="primary" onPress={() => attempt('Saving everything', rescueLibrary)}>
          Save everything to a file
        </Button>
        <Button onPress={onRetry}>Try again</Button>
        {/* A full load: whatever broke here is not taken along. */}
        <a href={under('/health')}>Health of your data</a>
      </div>
    </EmptyState>
  );
}
