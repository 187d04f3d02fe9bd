import { type RefObject, useEffect, useRef } from 'react';

const dialog = '[role=dialog], [role=alertdialog]';

/** Calls what belongs to a key, as it was shown last, unless something is being typed. While a dialog is open, only the
 * keys of a part that stands in it work. */
export function useShortcuts(keys: Record<string, () => unknown>, part?: RefObject<HTMLElement | null>) {
  const shown = useRef(keys);
  useEffect(() => {
    shown.current = keys;
  });
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      const on = e.target as HTMLElement;
      if (e.ctrlKey || e.metaKey || e.altKey || on.closest('input, textarea, select, [role=option]')) return;
      if (on.closest(dialog) !== (part?.current?.closest(dialog) ?? null)) return;
      const act = shown.current[e.key.toLowerCase()];
      if (act) {
        e.preventDefault();
        act();
      }
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [part]);
}
