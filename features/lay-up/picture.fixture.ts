import sharp from 'sharp';

/** A small picture as a phone takes it: with where it was taken, and lying on its side. */
export const pictureOf = (format: 'jpeg' | 'png' | 'webp', width = 12): Promise<Buffer> =>
  sharp({ create: { width, height: 8, channels: 3, background: '#b43c10' } })
    .withExif({ IFD0: { Copyright: 'Ida' }, IFD3: { GPSLatitude: '53/1 49/1 0/1' } })
    .withMetadata({ orientation: 6 })
    .toFormat(format)
    .toBuffer();
