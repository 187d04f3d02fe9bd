// Styles are allowed by a nonce that the server puts into the page; styled-components takes it from here. This is
// imported before anything that makes styles.
declare global {
  var __webpack_nonce__: string | undefined;
}

globalThis.__webpack_nonce__ = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce;

export {};
