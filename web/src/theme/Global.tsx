import { createGlobalStyle } from 'styled-components';
import { c, dark, face, light } from './tokens';

const properties = (set: Record<string, string>) =>
  Object.entries(set)
    .map(([name, value]) => `--${name}: ${value};`)
    .join(' ');

/** What holds everywhere: tokens, typefaces, focus. */
export const Global = createGlobalStyle`
  :root { ${properties(light)} color-scheme: light dark; }
  @media (prefers-color-scheme: dark) { :root { ${properties(dark)} } }
  *, *::before, *::after { box-sizing: border-box; }
  html { -webkit-text-size-adjust: 100%; }
  body { margin: 0; background: ${c('fog')}; color: ${c('ink')}; font: 16px/1.45 ${face.text}; }
  h1, h2, h3 { font-family: ${face.head}; margin: 0; letter-spacing: -0.01em; line-height: 1.15; }
  p, ul, ol, dl, dd { margin: 0; padding: 0; }
  ul, ol { list-style: none; }
  button, input, select, textarea { font: inherit; color: inherit; }
  a { color: inherit; }
  :focus-visible, [data-focus-visible] { outline: 3px solid ${c('ink')}; outline-offset: 2px; }
  [data-lit] { outline: 4px solid ${c('zest')}; outline-offset: -4px; }
  .sr { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); white-space: nowrap; }
  @media print {
    nav, button, form, [data-screen-only] { display: none !important; }
    :root { ${properties(light)} color-scheme: light; --fog: #fff; }
    body { background: #fff; }
    * { print-color-adjust: exact; }
  }
`;
