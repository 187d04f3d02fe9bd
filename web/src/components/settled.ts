import { useEffect, useState } from 'react';

/** How long a question stands, in ms, before an answer to it is taken: a press that was meant for the one before must not answer
 * one that nobody has read. From watching double presses, which come within 150 to 400 ms. */
export const settling = 400;

/** Whether a question has stood long enough to be answered. */
export function useSettled(question: string): boolean {
  const [stood, setStood] = useState<string>();
  useEffect(() => {
    const timer = setTimeout(() => setStood(question), settling);
    return () => clearTimeout(timer);
  }, [question]);
  return stood === question;
}
