import { useCallback, useEffect, useState, useSyncExternalStore } from 'react';

/** The forms on the screen that are filled in and not kept. */
const half = new Set<string>();

const listeners = new Set<() => void>();

function tell() {
  for (const listener of listeners) listener();
}

/** Whether anything on the screen is filled in and not kept. */
export const halfFilled = () => half.size > 0;

/** Says of a form, while it is shown, that it is filled in and not kept: keys then lead nowhere, and leaving asks first. */
export function useHalfFilled(form: string, is: boolean) {
  useEffect(() => {
    if (!is) return;
    half.add(form);
    tell();
    return () => {
      half.delete(form);
      tell();
    };
  }, [form, is]);
}

addEventListener('beforeunload', (e) => {
  if (half.size > 0) e.preventDefault();
});

const at = (form: string) => `draft:${form}`;

function load<T>(form: string): T | undefined {
  try {
    return JSON.parse(localStorage.getItem(at(form)) ?? 'null') ?? undefined;
  } catch {
    return undefined;
  }
}

/** What was written into a form and is not kept yet; it is there again after a reload, or when one comes back. */
export function useDraft<T>(form: string): [draft: T | undefined, set: (draft: T | undefined) => void] {
  const [draft, setDraft] = useState(() => load<T>(form));
  const set = useCallback(
    (next: T | undefined) => {
      setDraft(next);
      try {
        if (next === undefined) localStorage.removeItem(at(form));
        else localStorage.setItem(at(form), JSON.stringify(next));
      } catch {
        // where nothing may be kept it lasts as long as the page does
      }
    },
    [form],
  );
  useHalfFilled(form, draft !== undefined);
  return [draft, set];
}

let going: (() => void) | undefined;

function ask(then: (() => void) | undefined) {
  going = then;
  tell();
}

/** Goes on with then, at once where nothing is half filled in, else when it was confirmed. */
export function leaving(then: () => void) {
  if (halfFilled()) ask(then);
  else then();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => {
    listeners.delete(listener);
  };
};

/** Whether something is half filled in, and where one wants to go all the same; nothing for nowhere. */
export function useLeaving() {
  const then = useSyncExternalStore(subscribe, () => going);
  const filled = useSyncExternalStore(subscribe, halfFilled);
  return {
    then,
    filled,
    stay: () => ask(undefined),
    leave: () => {
      ask(undefined);
      half.clear();
      then?.();
    },
  };
}
