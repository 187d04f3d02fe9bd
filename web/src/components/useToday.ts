import { useEffect, useState } from 'react';
import { today } from './words';

/** How often, in ms, it is looked whether a new day has begun. */
const looks = 20_000;

/** Today, also when midnight passes while one looks. */
export function useToday(): string {
  const [day, setDay] = useState(today);
  useEffect(() => {
    const timer = setInterval(() => setDay(today()), looks);
    return () => clearInterval(timer);
  }, []);
  return day;
}
