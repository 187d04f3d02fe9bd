import { useEffect, useState } from 'react';

/** How long, in ms, nothing is typed before what was typed is looked for. Common practice; no source. */
const pause = 250;

/** What was typed, once there was a pause in typing; emptied at once. */
export function usePause(typed: string): string {
  const [settled, setSettled] = useState(typed);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(typed), typed === '' ? 0 : pause);
    return () => clearTimeout(timer);
  }, [typed]);
  return settled;
}
