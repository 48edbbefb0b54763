import { useEffect, useState } from 'react';

const MINUTE_MS = 60_000;

/** The present, anew each minute; null until the page is the browser's own: the server's present would be another one. */
export function useNow(): Date | null {
  const [now, setNow] = useState<Date | null>(null);
  useEffect(() => {
    const tell = () => setNow(new Date());
    const first = setTimeout(tell, 0);
    const timer = setInterval(tell, MINUTE_MS);
    return () => {
      clearTimeout(first);
      clearInterval(timer);
    };
  }, []);
  return now;
}
