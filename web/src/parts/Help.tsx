import { lazy, Suspense, useMemo, useState } from 'react';
import { Button } from './Buttons';
import { useShortcuts } from './useShortcuts';

const Keys = lazy(() => import('./Keys'));

/** The button behind which the keys of a view are listed, each with what it does. */
export function Help({ of, keys }: { of: string; keys: string[][] }) {
  const [open, setOpen] = useState(false);
  useShortcuts(useMemo(() => ({ '?': () => setOpen(true) }), []));
  return (
    <>
      <Button aria-label="Keys" onPress={() => setOpen(true)}>
        ?
      </Button>
      {open && (
        <Suspense>
          <Keys of={of} keys={keys} onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}
