import './theme/nonce';
import '@fontsource-variable/atkinson-hyperlegible-next/wght.css';
import '@fontsource-variable/bricolage-grotesque/wght.css';
import { MutationCache, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode, startTransition } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './App';
import { changed, follow } from './api/follow';
import { leftBehind, untilKept } from './api/outbox';
import { Unreachable, whenUp } from './api/reach';
import { sendChange } from './api/sendChange';
import { tell } from './components/Notice';
import { whenReady } from './views/components';

const queries: QueryClient = new QueryClient({
  // The program runs on this machine or beside it: a browser that calls itself offline says nothing of whether it answers.
  defaultOptions: {
    queries: { retry: 1, staleTime: 10_000, refetchOnWindowFocus: false, networkMode: 'always' },
    mutations: { networkMode: 'always' },
  },
  mutationCache: new MutationCache({
    // What is told at the field that it is about is not told a second time.
    onError: (error, asked) =>
      (asked as { refused?: unknown } | undefined)?.refused ||
      tell({ text: error.message, bad: true, while: error instanceof Unreachable }),
  }),
});

follow(queries);
// What could not be had while the program did not answer is asked for again when it does.
whenUp(() => void queries.refetchQueries({ predicate: ({ state }) => state.status === 'error' }));
for (const { id, made, change } of leftBehind())
  untilKept({ id, made, change }, () => sendChange(id, made, change)).then(
    (record) => changed(queries, record),
    (error: Error) => tell({ text: `An answer from before was not kept. ${error.message}`, bad: true }),
  );

const root = document.getElementById('root');
if (root) {
  // A transition is drawn a little at a time: a slow phone is not held up by the whole of it.
  whenReady(location.pathname, () =>
    startTransition(() =>
      createRoot(root).render(
        <StrictMode>
          <QueryClientProvider client={queries}>
            <App />
          </QueryClientProvider>
        </StrictMode>,
      ),
    ),
  );
}
