import { newId } from './client';

const key = 'device';

/** Where changes are made: each tab counts as a device of its own, so that two that read one thing differently are told so. */
export const device: string = (() => {
  try {
    const known = sessionStorage.getItem(key);
    if (known) return known;
    const made = newId();
    sessionStorage.setItem(key, made);
    return made;
  } catch {
    return newId(); // where nothing may be kept, each page load is one
  }
})();
