import { useLocation } from 'wouter';
import { usePractice } from '../api/usePractice';
import { tell } from './Notice';

/** Starts the walk-through on a practice record of its own; then is called once it is there. */
export function useTour(then?: () => void) {
  const [, go] = useLocation();
  const { mutate, isPending } = usePractice();
  const tour = () =>
    mutate(undefined, {
      onSuccess: (id) => {
        then?.();
        go(`/bench/${id}?tour=1`);
      },
      onError: (error) => tell({ text: error.message, bad: true }),
    });
  return { tour, isPending };
}
