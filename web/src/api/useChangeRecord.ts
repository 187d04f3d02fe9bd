import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useLayoutEffect, useRef } from 'react';
import { newId } from './client';
import { changed } from './follow';
import { untilKept } from './outbox';
import { recordQuery } from './recordQuery';
import { type Change, type Made, sendChange } from './sendChange';

interface Asked {
  made: Made;
  change: Change;
  then: (() => void) | undefined;
  refused: ((says: string) => void) | undefined;
}

/** Changes that wait for those before them. All others are made on what is shown, so that none is taken while one is on its way. */
const queued: Change['do'][] = ['undo', 'redo', 'clear', 'restore'];

/** Changes a record; what the server answers is shown at once. Changes of one record go one after the other, and each says
 * what its maker saw when it was made. What finds no answer is sent again until it does. */
export function useChangeRecord(id: string) {
  const queries = useQueryClient();
  const underWay = useRef(0);
  // What is drawn can be older than what is known, for a moment: a press then was meant for the question that is answered by now.
  const { data: known } = useQuery({ ...recordQuery(id), enabled: false });
  const drawn = useRef(known);
  useLayoutEffect(() => {
    drawn.current = known;
  }, [known]);
  const { mutate, isPending } = useMutation({
    scope: { id: `record-${id}` },
    mutationFn: ({ made, change }: Asked) => untilKept({ id, made, change }, () => sendChange(id, made, change)),
    onSuccess: (record, { then }) => {
      const told = changed(queries, record);
      then?.(); // also where what asked for it is drawn no more by then
      return told;
    },
    onError: (error, { refused }) => refused?.(error.message),
    onSettled: () => {
      underWay.current--;
    },
  });
  const made = (): Made => ({ op: newId(), seen: queries.getQueryData(recordQuery(id).queryKey)?.revision });
  return {
    /** Makes a change; false where one is on its way, or was answered but is not drawn yet, and this one must not be made
     * blindly after it. Refused is told why it was not kept. */
    change: (what: Change, then?: () => void, refused?: (says: string) => void): boolean => {
      const blind = underWay.current > 0 || drawn.current !== queries.getQueryData(recordQuery(id).queryKey);
      if (blind && !queued.includes(what.do)) return false;
      underWay.current++;
      mutate({ made: made(), change: what, then, refused });
      return true;
    },
    isPending,
  };
}
