import { useEffect, useState } from 'react';
import type { Schema } from '../api/client';

/** Draws anew each second. */
export function useTick() {
  const [, tick] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => tick((n) => n + 1), 1000);
    return () => clearInterval(timer);
  }, []);
}

/** How many seconds are left of a timer, by the program's clock: `now` is what that said `at` this device's clock. */
export const left = (t: Pick<Schema['BatchTimer'], 'ends'>, now: string, at: number): number =>
  (Date.parse(t.ends) - Date.parse(now) - (Date.now() - at)) / 1000;
