import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  html: { cspNonce: '__NONCE__' },
  build: {
    target: 'es2022',
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    // What every view asks for comes in one file: each further one costs its headers.
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            {
              name: 'api',
              test: /src[\\/]api[\\/](client|device|follow|keyScope|outbox|reach|recordQuery|sendChange|useChangeRecord|useUrgent|useGuide|useRecord|useRecords|useSettings|useStartRecord)\./,
            },
            {
              name: 'shared',
              test: /components[\\/](Buttons|Folded|Harm|Pick|Quantity|Scale|drafts|settled|words)\.|drawings[\\/](lazy|Sheet)\./,
            },
          ],
        },
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8737' } },
});
