'use client';

let ofDocument: string | null = null;

/**
 * The nonce that the browser holds the styles of this document to: that of the page with
 * which it was loaded. A page that comes later by itself brings another one, which says nothing here.
 */
export function documentNonce(ofPage: string): string {
  if (typeof document === 'undefined') return ofPage;
  // The attribute is hidden from whoever reads the page; the property is not.
  return (ofDocument ??= document.querySelector<HTMLElement>('[nonce]')?.nonce || ofPage);
}
