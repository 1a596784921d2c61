'use client';
import { CrashNotice } from '@/ui/shell/CrashNotice';

export default function GlobalError({ reset }: { error: Error; reset: () => void }) {
  return (
    <html lang="en">
      <body>
        <CrashNotice onRetry={reset} />
      </body>
    </html>
  );
}
