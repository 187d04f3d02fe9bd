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
  html { -webkit-text-size-adjust: 100%; scroll-padding: 110px 0 96px; }
  body { margin: 0; background: ${c('fog')}; color: ${c('ink')}; font: 16px/1.45 ${face.text}; overflow-wrap: break-word; }
  h1, h2, h3, p, li, dd, dt, label { overflow-wrap: anywhere; }
  [tabindex='-1']:focus { outline: none; }
  h1, h2, h3 { font-family: ${face.head}; margin: 0; letter-spacing: -0.01em; line-height: 1.15; }
  p, ul, ol, dl, dd { margin: 0; padding: 0; }
  ul, ol { list-style: none; }
  button, input, select, textarea { font: inherit; color: inherit; }
  /* What is pressed keeps its words whole, whatever it stands in. */
  button { overflow-wrap: break-word; }
  a { color: inherit; }
  :focus-visible, [data-focus-visible] { outline: 3px solid ${c('ink')}; outline-offset: 2px; }
  [data-lit] { outline: 4px solid ${c('zest')}; outline-offset: -4px; }
  .sr { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); white-space: nowrap; }
  /* Where colours are the platform's own, what was told by a colour is told by a line. */
  @media (forced-colors: active) {
    [aria-current], [aria-pressed='true'], [data-selected] { outline: 3px solid Highlight; outline-offset: -3px; }
    [data-tells] { forced-color-adjust: none; }
  }
  @media (max-height: 420px) { html { scroll-padding: 8px 0; } }
  @media screen { [data-print-only] { display: none !important; } }
  @media print {
    nav, button, form:not([data-prints]), [data-screen-only] { display: none !important; }
    :root { ${properties(light)} color-scheme: light; --fog: #fff; }
    body { background: #fff; }
    * { print-color-adjust: exact; }
  }
`;
