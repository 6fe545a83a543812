import { useEffect, useState } from 'react';

const EVERY_MS = 30_000;

/** This device’s clock, looked at twice a minute. */
export function useNow(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const tick = setInterval(() => setNow(Date.now()), EVERY_MS);
    return () => clearInterval(tick);
  }, []);
  return now;
}
