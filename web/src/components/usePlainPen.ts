import { useSyncExternalStore } from 'react';
import { keep, kept } from './onDevice';

const name = 'plain-pen';
const listeners = new Set<() => void>();
let plain = kept(name) === 'yes';

/** Whether figures are drawn on this device with the plain pen, without colours, and how that is changed. */
export function usePlainPen(): [boolean, (plain: boolean) => void] {
  const now = useSyncExternalStore(
    (changed) => {
      listeners.add(changed);
      return () => listeners.delete(changed);
    },
    () => plain,
  );
  return [
    now,
    (to) => {
      plain = to;
      keep(name, to ? 'yes' : 'no');
      for (const changed of listeners) changed();
    },
  ];
}
