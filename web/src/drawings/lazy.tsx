import { Suspense } from 'react';
import { lazily } from '../components/lazily';
import type { Shown, Sizes } from './Part';

const Drawings = lazily(() => import('./registry').then((m) => ({ default: m.Drawing })));
const Whole = lazily(() => import('./registry').then((m) => ({ default: m.Habit })));
const Apart = lazily(() => import('./registry').then((m) => ({ default: m.Details })));
const Cut = lazily(() => import('./registry').then((m) => ({ default: m.Halved })));

/** The drawing of a state, fetched when the first one is shown; its place is kept meanwhile. */
export function Drawing({ size = 76, ...of }: { character: string; state: string; size?: number }) {
  return (
    <Suspense fallback={<svg aria-hidden height={size} width={size * 1.4} />}>
      <Drawings size={size} {...of} />
    </Suspense>
  );
}

interface Props {
  shown: Shown;
  sizes?: Sizes;
}

/** A whole plant, fetched with the drawings; it stands within a sheet. */
export function Habit(props: Props & { unknown?: boolean }) {
  return (
    <Suspense fallback={<path className="gone" d="M60 42V148" />}>
      <Whole {...props} />
    </Suspense>
  );
}

/** A plant's parts apart, fetched with the drawings; they stand within a sheet. */
export function Details(props: Props) {
  return (
    <Suspense fallback={null}>
      <Apart {...props} />
    </Suspense>
  );
}

/** A halved mushroom, fetched with the drawings; it stands within a sheet. */
export function Halved(props: Props) {
  return (
    <Suspense fallback={null}>
      <Cut {...props} />
    </Suspense>
  );
}
