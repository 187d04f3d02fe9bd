/** A moment, in the platform's own words. */
export const moment = (at: string): string =>
  new Date(at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });

/** A moment as a date field holds it, by this device's clock. */
export const fieldOf = (at: Date): string =>
  new Date(at.getTime() - at.getTimezoneOffset() * 60_000).toISOString().slice(0, 16);
