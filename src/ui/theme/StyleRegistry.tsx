'use client';
import { useServerInsertedHTML } from 'next/navigation';
import { useState, type ReactNode } from 'react';
import { ServerStyleSheet, StyleSheetManager } from 'styled-components';

/** Collects styles on the server and sends them with the page's nonce, so that nothing flashes and the policy holds. */
export function StyleRegistry({ nonce, children }: { nonce: string | undefined; children: ReactNode }) {
  const [sheet] = useState(() =>
    typeof window === 'undefined' ? new ServerStyleSheet(nonce ? { nonce } : {}) : null,
  );
  useServerInsertedHTML(() => {
    if (!sheet) return null;
    const styles = sheet.getStyleElement();
    sheet.instance.clearTag();
    return <>{styles}</>;
  });
  return sheet ? <StyleSheetManager sheet={sheet.instance}>{children}</StyleSheetManager> : <>{children}</>;
}
