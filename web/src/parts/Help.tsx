import { lazy, Suspense, useState } from 'react';
import { Button as AriaButton } from 'react-aria-components';
import { useLocation } from 'wouter';
import { useShortcuts } from './useShortcuts';

const Keys = lazy(() => import('./Keys'));

/** The keys that lead to the views, whatever is shown. */
const ways: Record<string, string> = { n: '/', b: '/bench', r: '/records', g: '/guide', k: '/key', s: '/settings' };

/** The button behind which help stands: the keys of the view that is shown, the words, and the walk-through. */
export function Help() {
  const [path, go] = useLocation();
  const [open, setOpen] = useState(false);
  useShortcuts({
    '?': () => setOpen(true),
    '/': () => document.querySelector<HTMLInputElement>('main input[type=search]')?.focus(),
    ...Object.fromEntries(Object.entries(ways).map(([key, to]) => [key, () => go(to)])),
  });
  return (
    <>
      <AriaButton onPress={() => setOpen(true)}>
        <svg viewBox="0 0 26 26" aria-hidden="true">
          <path d="M8 9c0-7 11-6 10 0c-1 4-5 3-5 8M13 21v.500" />
        </svg>
        Help
      </AriaButton>
      {open && (
        <Suspense>
          <Keys path={path} onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}
