import { type ComponentProps, type ComponentType, lazy, type ReactNode, Suspense, useEffect, useState } from 'react';
import { lost, whenUp } from '../api/reach';

const mark = 'reloaded-for';

/** Loads the page anew, once for each state of the program: after an upgrade its parts have other names. */
function reloadOnce() {
  const scripts = [...document.scripts].map((s) => s.src).join();
  try {
    if (sessionStorage.getItem(mark) === scripts) return;
    sessionStorage.setItem(mark, scripts);
  } catch {
    return; // where nothing may be kept, it could go on for ever
  }
  location.reload();
}

/** Fetches a part of the front end. Where it cannot be had although the program answers, the program is another one by now, and the
 * page is loaded anew. */
async function fetchPart<T>(load: () => Promise<T>): Promise<T> {
  try {
    return await load();
  } catch (error) {
    try {
      await fetch('/healthz', { cache: 'no-store' });
      reloadOnce();
    } catch {
      lost();
    }
    throw error;
  }
}

/** A part that is fetched when it is first shown. Where it cannot be, something else stands in its place, and it is fetched again
 * when the program answers. */
// biome-ignore lint/suspicious/noExplicitAny: the same bound as that of React's own
export function lazily<T extends ComponentType<any>>(
  load: () => Promise<{ default: T }>,
  instead: ReactNode = null,
): T {
  function Missing(props: ComponentProps<T>) {
    const [Next, setNext] = useState<T>();
    useEffect(() => whenUp(() => setNext(() => attempt())), []);
    return Next ? (
      <Suspense fallback={instead}>
        <Next {...props} />
      </Suspense>
    ) : (
      instead
    );
  }
  const attempt = () =>
    lazy(() => fetchPart(load).catch((): { default: T } => ({ default: Missing as unknown as T }))) as unknown as T;
  return attempt();
}
