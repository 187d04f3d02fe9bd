import { useEffect } from 'react';

/** Names the page, for the tab and for whoever has it read out. */
export function setTitle(title: string) {
  document.title = `${title} · Zesty Thicket`;
}

/** Names the page after what it shows, once that is known. */
export function useTitle(title: string | undefined) {
  useEffect(() => {
    if (title) setTitle(title);
  }, [title]);
}
