import { useEffect } from 'react';

/** Calls what belongs to a key, unless something is being typed or a dialog is open. */
export function useShortcuts(keys: Record<string, () => unknown>) {
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      const on = e.target as HTMLElement;
      if (
        e.ctrlKey ||
        e.metaKey ||
        e.altKey ||
        on.closest('input, textarea, select, [role=dialog], [role=alertdialog], [role=option]')
      )
        return;
      const act = keys[e.key.toLowerCase()];
      if (act) {
        e.preventDefault();
        act();
      }
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [keys]);
}
