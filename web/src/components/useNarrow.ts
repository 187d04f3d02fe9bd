import { useSyncExternalStore } from 'react';
import { narrowWidth, wideWidth } from '../theme/tokens';

const narrow = `(max-width: ${narrowWidth}px)`;
const wide = `(min-width: ${wideWidth}px)`;

const following = (query: string) => (changed: () => void) => {
  const media = window.matchMedia(query);
  media.addEventListener('change', changed);
  return () => media.removeEventListener('change', changed);
};

const followNarrow = following(narrow);
const followWide = following(wide);

/** Whether there is only a phone's width, also after it was turned. */
export const useNarrow = () => useSyncExternalStore(followNarrow, () => window.matchMedia(narrow).matches);

/** Whether there is room for something beside a list. */
export const useWide = () => useSyncExternalStore(followWide, () => window.matchMedia(wide).matches);
