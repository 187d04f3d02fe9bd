import { type ReactNode, type RefObject, Suspense, useEffect, useRef, useState } from 'react';

/** How near, in pixels, something comes to what is seen before it is made. */
const near = 200;

/** Whether something is about to be seen, or was; on paper everything is. */
export function useNear(place: RefObject<Element | null>): boolean {
  const [there, setThere] = useState(false);
  useEffect(() => {
    if (there || !place.current) return;
    const show = () => setThere(true);
    const seen = new IntersectionObserver((e) => e.some((x) => x.isIntersecting) && show(), {
      rootMargin: `${near}px`,
    });
    seen.observe(place.current);
    addEventListener('beforeprint', show);
    return () => {
      seen.disconnect();
      removeEventListener('beforeprint', show);
    };
  }, [there, place]);
  return there;
}

/** Something that is made when it is about to be seen; on paper too. */
export function Nearby({ children }: { children: () => ReactNode }) {
  const place = useRef<HTMLDivElement>(null);
  const there = useNear(place);
  return <div ref={place}>{there && <Suspense>{children()}</Suspense>}</div>;
}
