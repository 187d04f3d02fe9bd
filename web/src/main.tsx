import './theme/nonce';
import '@fontsource-variable/atkinson-hyperlegible-next/wght.css';
import '@fontsource-variable/bricolage-grotesque/wght.css';
import { MutationCache, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './App';
import { tell } from './components/Notice';
import { whenReady } from './views/components';

const queries = new QueryClient({
  // The program runs on this machine or beside it: a browser that calls itself offline says nothing of whether it answers.
  defaultOptions: {
    queries: { retry: 1, staleTime: 10_000, refetchOnWindowFocus: false, networkMode: 'always' },
    mutations: { networkMode: 'always' },
  },
  mutationCache: new MutationCache({ onError: (error) => tell({ text: error.message, bad: true }) }),
});

const root = document.getElementById('root');
if (root) {
  whenReady(location.pathname, () =>
    createRoot(root).render(
      <StrictMode>
        <QueryClientProvider client={queries}>
          <App />
        </QueryClientProvider>
      </StrictMode>,
    ),
  );
}
