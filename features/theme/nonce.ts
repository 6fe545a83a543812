'use client';

let ofDocument: string | null = null;

/**
 * The nonce that the browser holds the styles of this document to: that of its first page. A page
 * that comes later by itself brings another one, which says nothing here.
 */
export function documentNonce(ofPage: string): string {
  if (typeof window === 'undefined') return ofPage;
  return (ofDocument ??= ofPage);
}
