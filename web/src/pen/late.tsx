import { lazy, Suspense } from 'react';

const Drawings = lazy(() => import('./drawings').then((m) => ({ default: m.Drawing })));
const Plant = lazy(() => import('./drawings').then((m) => ({ default: m.PlantFigure })));

/** The drawing of a state, fetched when the first one is shown; its place is kept meanwhile. */
export function Drawing({ size = 76, ...of }: { character: string; state: string; size?: number }) {
  return (
    <Suspense fallback={<svg aria-hidden height={size} width={size * 1.4} />}>
      <Drawings size={size} {...of} />
    </Suspense>
  );
}

/** The figure of a plant, fetched with the drawings; it stands within a sheet. */
export function PlantFigure({ shown }: { shown: Record<string, string | undefined> }) {
  return (
    <Suspense fallback={<path className="gone" d="M60 42V148" />}>
      <Plant shown={shown} />
    </Suspense>
  );
}
