'use client';
import { useEffect } from 'react';

/** What stands between the parts of a page's title. */
const BETWEEN = ' · ';

/** Names what is open before the view in the page's title: “Over the stile · Bench · Yardfell”. */
export function Titled({ title }: { title: string }): null {
  useEffect(() => {
    const put = () => {
      // The view and the application come from the page itself, perhaps later than this.
      const wanted = [title, ...document.title.split(BETWEEN).slice(-2)].join(BETWEEN);
      if (document.title !== wanted) document.title = wanted;
    };
    put();
    const seen = new MutationObserver(put);
    seen.observe(document.head, { childList: true, subtree: true, characterData: true });
    return () => seen.disconnect();
  }, [title]);
  return null;
}
