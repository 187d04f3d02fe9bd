import { lazy, Suspense, useMemo, useState } from 'react';
import { Button } from '../../parts/Buttons';
import { useShortcuts } from './useShortcuts';

const Keys = lazy(() => import('./Keys'));

/** The button behind which the keys of the bench are listed. */
export function Help() {
  const [open, setOpen] = useState(false);
  useShortcuts(useMemo(() => ({ '?': () => setOpen(true) }), []));
  return (
    <>
      <Button aria-label="Keys" onPress={() => setOpen(true)}>
        ?
      </Button>
      {open && (
        <Suspense>
          <Keys onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}
