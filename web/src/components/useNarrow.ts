import { useSyncExternalStore } from 'react';
import { narrowWidth } from '../theme/tokens';

const media = () => window.matchMedia(`(max-width: ${narrowWidth}px)`);

function subscribe(changed: () => void) {
  const m = media();
  m.addEventListener('change', changed);
  return () => m.removeEventListener('change', changed);
}

/** Whether there is only a phone's width, also after it was turned. */
export const useNarrow = () => useSyncExternalStore(subscribe, () => media().matches);
