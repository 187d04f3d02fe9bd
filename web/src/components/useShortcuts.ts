import { type RefObject, useEffect, useRef } from 'react';
import { useSettings } from '../api/useSettings';
import { halfFilled } from './drafts';

const dialog = '[role=dialog], [role=alertdialog]';

/** Calls what belongs to a key, as it was shown last, unless something is being typed or is half filled in, the key is held down, or
 * keys were turned off. While a dialog is open, only the keys of a part that stands in it work. */
export function useShortcuts(keys: Record<string, () => unknown>, part?: RefObject<HTMLElement | null>) {
  const off = useSettings().data?.no_shortcuts ?? false;
  const shown = useRef(keys);
  useEffect(() => {
    shown.current = keys;
  });
  useEffect(() => {
    if (off) return;
    const press = (e: KeyboardEvent) => {
      const on = e.target as HTMLElement;
      if (e.ctrlKey || e.metaKey || e.altKey || on.closest('input, textarea, select, [role=option]')) return;
      if (on.closest(dialog) !== (part?.current?.closest(dialog) ?? null)) return;
      const act = shown.current[e.key.toLowerCase()];
      if (!act || halfFilled()) return;
      e.preventDefault();
      if (!e.repeat) act();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [part, off]);
}
