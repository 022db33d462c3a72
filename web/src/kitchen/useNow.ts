import { useEffect, useState } from 'react';

/** The present moment, anew every so many ms. */
export const useNow = (everyMs: number): number => {
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), everyMs);
    return () => clearInterval(timer);
  }, [everyMs]);
  return now;
};
