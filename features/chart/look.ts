'use client';

import { useEffect, useState } from 'react';

export type Look = Record<
  'ink' | 'quiet' | 'line' | 'ember' | 'plum' | 'surface' | 'plainFont' | 'monoFont',
  string
>;

/** What the tokens come to in the theme in force: a canvas cannot read them by itself. */
export function lookOf(element: HTMLElement): Look {
  const probe = document.createElement('span');
  element.append(probe);
  const read = (name: string) => {
    probe.style.color = `var(--${name})`;
    return getComputedStyle(probe).color;
  };
  const font = (name: string) => {
    probe.style.fontFamily = `var(--${name})`;
    return getComputedStyle(probe).fontFamily;
  };
  const look = {
    ink: read('ink'),
    quiet: read('quiet'),
    line: read('line'),
    ember: read('ember'),
    plum: read('plum'),
    surface: read('surface'),
    plainFont: font('plain'),
    monoFont: font('mono'),
  };
  probe.remove();
  return look;
}

export const faded = (colour: string, share: number) =>
  `color-mix(in srgb, ${colour} ${share * 100}%, transparent)`;

/** Changes when the theme does: a canvas must be drawn anew then. */
export function useThemeTick(): number {
  const [tick, setTick] = useState(0);
  useEffect(() => {
    const again = () => setTick((n) => n + 1);
    const system = window.matchMedia('(prefers-color-scheme: dark)');
    window.addEventListener('velvet-theme', again);
    system.addEventListener('change', again);
    return () => {
      window.removeEventListener('velvet-theme', again);
      system.removeEventListener('change', again);
    };
  }, []);
  return tick;
}
