import babel from '@rolldown/plugin-babel';
import react, { reactCompilerPreset } from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression } from 'vite-plugin-compression2';
import { headStart } from './headStart';

export default defineConfig({
  plugins: [
    react(),
    babel({ presets: [reactCompilerPreset()] }),
    headStart(),
    compression({ algorithms: ['brotliCompress'], include: /\.(js|css|svg)$/, threshold: 0 }),
  ],
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
