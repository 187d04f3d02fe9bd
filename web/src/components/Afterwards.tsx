import { type ReactNode, useDeferredValue } from 'react';

/** What comes after the rest of a long view is there, so that a slow phone takes presses in between. */
export const Afterwards = ({ children }: { children: () => ReactNode }) => useDeferredValue(true, false) && children();
