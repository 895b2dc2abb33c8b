import { createContext, type ReactNode, useContext, useEffect, useRef, useState } from 'react';
import { type NavigateFunction, useNavigate } from 'react-router';

const Go = createContext<NavigateFunction>(() => {
  throw new Error('There is no way anywhere outside of <Ways>.');
});

/**
 * Makes useGo work for what it holds. The router's own useNavigate draws whoever uses it anew whenever the address changes, and
 * a moved marker changes the address at every step.
 */
export function Ways({ children }: { children: ReactNode }) {
  const navigate = useNavigate();
  const latest = useRef(navigate);
  useEffect(() => {
    latest.current = navigate;
  });
  const [go] = useState<NavigateFunction>(
    () =>
      (...to: unknown[]) =>
        Reflect.apply(latest.current, null, to),
  );
  return <Go value={go}>{children}</Go>;
}

/** The way to another address: a function that stays the same. */
export const useGo = () => useContext(Go);
