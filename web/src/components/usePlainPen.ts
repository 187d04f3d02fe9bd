import { useSyncExternalStore } from 'react';

const name = 'plain-pen';
const listeners = new Set<() => void>();
let plain = read();

function read(): boolean {
  try {
    return localStorage.getItem(name) === 'yes';
  } catch {
    return false; // where nothing may be kept, figures begin in their colours
  }
}

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
      try {
        localStorage.setItem(name, to ? 'yes' : 'no');
      } catch {
        // it holds until the page is left
      }
      for (const changed of listeners) changed();
    },
  ];
}
