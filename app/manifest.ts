import type { MetadataRoute } from 'next';

/** What a phone needs to know to keep this site among its programs. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    name: 'Velvet Ember',
    short_name: 'Velvet Ember',
    description: 'Keeps the batteries of laid-up vehicles ready through a storage season.',
    start_url: '/round',
    display: 'standalone',
    background_color: '#f5efe9',
    theme_color: '#2d1730',
    icons: [
      { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' },
      { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
      { src: '/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
    ],
  };
}
