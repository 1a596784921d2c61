'use client';
import { CrashNotice } from '@/ui/shell/CrashNotice';

export default function ErrorPage({ reset }: { error: Error; reset: () => void }) {
  return <CrashNotice onRetry={reset} />;
}
