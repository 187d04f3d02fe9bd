import { useSyncExternalStore } from 'react';
import { Unreachable, whenUp } from './reach';
import type { Change, Made } from './sendChange';

/** A change of a record that was made and is not kept yet. */
export interface Unkept {
  id: string;
  made: Made;
  change: Change;
}

const key = 'not-kept-yet';

/** How soon, in ms, what was not kept is sent again where nothing says that the program answers. */
const soon = 5_000;

function load(): Unkept[] {
  try {
    return JSON.parse(localStorage.getItem(key) ?? '[]');
  } catch {
    return [];
  }
}

let box: Unkept[] = load();
const listeners = new Set<() => void>();
const pressed = new Set<() => void>();

function put(next: Unkept[]) {
  box = next;
  try {
    localStorage.setItem(key, JSON.stringify(box));
  } catch {
    // where nothing may be kept it lasts as long as the page does
  }
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => {
    listeners.delete(listener);
  };
};

/** What was made and is not kept yet. */
export const useUnkept = (): Unkept[] => useSyncExternalStore(subscribe, () => box);

/** Sends what is not kept yet again, now. */
export function sendAgain() {
  for (const go of [...pressed]) go();
}

/** What an earlier page left behind when it went. */
export const leftBehind = (): Unkept[] => box;

const later = () =>
  new Promise<void>((done) => {
    const go = () => {
      clearTimeout(timer);
      pressed.delete(go);
      stop();
      done();
    };
    const timer = setTimeout(go, soon);
    pressed.add(go);
    const stop = whenUp(go);
  });

/** Sends a change until there is an answer to it, good or bad; meanwhile it is told as not kept yet, also after a reload. The same
 * operation sent twice counts once. */
export async function untilKept<T>(what: Unkept, send: () => Promise<T>): Promise<T> {
  const out = () => box.some((u) => u.made.op === what.made.op) && put(box.filter((u) => u.made.op !== what.made.op));
  for (;;) {
    try {
      const answer = await send();
      out();
      return answer;
    } catch (error) {
      if (!(error instanceof Unreachable)) {
        out();
        throw error;
      }
      if (!box.some((u) => u.made.op === what.made.op)) put([...box, what]);
      await later();
    }
  }
}
