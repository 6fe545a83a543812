import localFont from 'next/font/local';

// From the application itself, loaded early and with a fallback of the same measure: nothing
// moves when they arrive. The paths must be literal.
const serif = localFont({
  src: '../../node_modules/@fontsource-variable/fraunces/files/fraunces-latin-wght-normal.woff2',
  variable: '--font-serif',
  weight: '100 900',
});
const plain = localFont({
  src: '../../node_modules/@fontsource-variable/hanken-grotesk/files/hanken-grotesk-latin-wght-normal.woff2',
  variable: '--font-plain',
  weight: '100 900',
});
const mono = localFont({
  src: '../../node_modules/@fontsource-variable/jetbrains-mono/files/jetbrains-mono-latin-wght-normal.woff2',
  variable: '--font-mono',
  weight: '100 800',
});

export const fontVariables = `${serif.variable} ${plain.variable} ${mono.variable}`;
