import { useLocation } from 'wouter';
import { usePractice } from '../api/useRecord';
import { tell } from './Notice';

/** Starts the walk-through on a practice record of its own; then is called once it is there. */
export function useWalk(then?: () => void) {
  const [, go] = useLocation();
  const { mutate, isPending } = usePractice();
  const walk = () =>
    mutate(undefined, {
      onSuccess: (id) => {
        then?.();
        go(`/bench/${id}?walk=1`);
      },
      onError: (error) => tell({ text: error.message, bad: true }),
    });
  return { walk, isPending };
}
