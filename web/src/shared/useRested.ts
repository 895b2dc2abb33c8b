import { useEffect, useState } from 'react';

/** A value once it has stood still for a while: what is dear to work out need not follow every step of a moving marker. */
export function useRested<T>(value: T, restMs = 250): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const timer = window.setTimeout(() => setRested(value), restMs);
    return () => window.clearTimeout(timer);
  }, [value, restMs]);
  return rested;
}
