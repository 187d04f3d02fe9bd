import { useSyncExternalStore } from 'react';

/** Whether the program answers. */
export interface Reach {
  /** Something was asked more than three seconds ago and is not answered. */
  slow: boolean;
  /** It did not answer when it was asked last. */
  down: boolean;
}

/** The program did not answer, or could not take more just then; the same may be sent again. */
export class Unreachable extends Error {
  constructor(message = 'Zesty Thicket does not answer. Is it running, and is there a connection?') {
    super(message);
  }
}

/** How long, in ms, until a request that hangs is told, and until it is given up. Common practice; no source. */
const told = 3_000;
const givenUp = 15_000;
/** The same for a change of one's own guide: the whole guide is held against it, which takes a small machine its time. */
const overlayGivenUp = 60_000;
/** How often, in ms, it is looked whether the program answers again. */
const looks = 2_000;

let reach: Reach = { slow: false, down: false };
let waiting = 0;
let looking = false;
const listeners = new Set<() => void>();
const upAgain = new Set<() => void>();

function set(part: Partial<Reach>) {
  const next = { ...reach, ...part };
  if (next.slow === reach.slow && next.down === reach.down) return;
  reach = next;
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => {
    listeners.delete(listener);
  };
};

export const useReach = (): Reach => useSyncExternalStore(subscribe, () => reach);

/** Calls what is given whenever the program answers again; gives what ends that. */
export function whenUp(then: () => void): () => void {
  upAgain.add(then);
  return () => {
    upAgain.delete(then);
  };
}

function look() {
  if (looking) return;
  looking = true;
  setTimeout(async () => {
    looking = false;
    try {
      await fetch('/healthz', { signal: AbortSignal.timeout(givenUp), cache: 'no-store' });
      set({ down: false });
      for (const then of [...upAgain]) then();
    } catch {
      look();
    }
  }, looks);
}

/** Says that the program does not answer; it is looked whether it does again. */
export function lost() {
  set({ down: true });
  look();
}

/** Fetches, and keeps account of whether there is an answer: one that hangs is told, then given up. */
export async function reached(request: Request): Promise<Response> {
  let late = false;
  const slow = setTimeout(() => {
    late = true;
    waiting++;
    set({ slow: true });
  }, told);
  try {
    const end = AbortSignal.timeout(request.url.includes('/overlay') ? overlayGivenUp : givenUp);
    // A browser that cannot put two signals together gives up in time all the same.
    const signal = 'any' in AbortSignal ? AbortSignal.any([request.signal, end]) : end;
    const response = await fetch(request, { signal });
    set({ down: false });
    return response;
  } catch (error) {
    if (!request.signal.aborted) lost();
    throw error;
  } finally {
    clearTimeout(slow);
    if (late && --waiting === 0) set({ slow: false });
  }
}
