import { Suspense, useRef, useState } from 'react';
import { Button as AriaButton } from 'react-aria-components';
import { useLocation } from 'wouter';
import { views } from '../views/manifest';
import { lazily } from './lazily';
import { strings } from './strings';
import { useShortcuts } from './useShortcuts';

const Keys = lazily(() => import('./Keys'));

/** The keys that lead to views, whatever is shown. */
const ways = Object.values(views).flatMap((v) => (v.key ? [[v.key, v.path] as const] : []));

/** The button behind which help stands: the keys of the view that is shown, the words, and the walk-through. */
export function Help() {
  const [path, go] = useLocation();
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  const close = () => {
    setOpen(false);
    // Where it was opened by a key there is nothing else to go back to.
    setTimeout(() => document.activeElement === document.body && button.current?.focus(), 50);
  };
  useShortcuts({
    '?': () => setOpen(true),
    '/': () => document.querySelector<HTMLInputElement>('main input[type=search]')?.focus(),
    ...Object.fromEntries(ways.map(([key, to]) => [key, () => go(to)])),
  });
  return (
    <>
      <AriaButton ref={button} onPress={() => setOpen(true)}>
        <svg viewBox="0 0 26 26" aria-hidden="true">
          <path d="M8 9c0-7 11-6 10 0c-1 4-5 3-5 8M13 21v.500" />
        </svg>
        {strings.help}
      </AriaButton>
      {open && (
        <Suspense>
          <Keys path={path} onClose={close} />
        </Suspense>
      )}
    </>
  );
}
