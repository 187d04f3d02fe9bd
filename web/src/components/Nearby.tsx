import { type ReactNode, Suspense, useEffect, useRef, useState } from 'react';

/** How near, in pixels, something comes to what is seen before it is made. */
const near = 200;

/** Something that is made when it is about to be seen; on paper too. */
export function Nearby({ children }: { children: () => ReactNode }) {
  const [there, setThere] = useState(false);
  const place = useRef<HTMLDivElement>(null);
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
  }, [there]);
  return <div ref={place}>{there && <Suspense>{children()}</Suspense>}</div>;
}
