const key = 'walked';

/** Whether somebody walked through here before, or did not want to. */
export function tourSeen(): boolean {
  try {
    return localStorage.getItem(key) !== null;
  } catch {
    return true; // where nothing is kept, it is not offered over and over
  }
}

/** Keeps that the walk-through need not be offered again. */
export function keepTourSeen() {
  try {
    localStorage.setItem(key, '1');
  } catch {
    // it is offered again the next time
  }
}
