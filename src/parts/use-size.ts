import { useEffect, useRef, useState, type RefObject } from 'react';

/** The inner size of an element in pixels, kept up to date. */
export function useSize<E extends HTMLElement>(): [RefObject<E | null>, { width: number; height: number }] {
  const ref = useRef<E>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const measure = () => setSize({ width: element.clientWidth, height: element.clientHeight });
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    measure();
    return () => observer.disconnect();
  }, []);
  return [ref, size];
}
