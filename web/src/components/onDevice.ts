/** What this device keeps under a name; nothing where it was never kept, or where nothing may be kept. */
export function kept(name: string): string | null {
  try {
    return localStorage.getItem(name);
  } catch {
    return null;
  }
}

/** Keeps something under a name on this device. Where nothing may be kept it is forgotten with the page. */
export function keep(name: string, value: string): void {
  try {
    localStorage.setItem(name, value);
  } catch {
    // as said above
  }
}
