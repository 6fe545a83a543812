const LONGEST_EDGE = 1280;
const QUALITY = 0.8;

/** A photograph made small enough for the record: at most 1280 pixels, as JPEG. */
export async function shrunk(file: Blob): Promise<Blob> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, LONGEST_EDGE / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return new Promise((done, failed) =>
    canvas.toBlob(
      (blob) => (blob ? done(blob) : failed(new Error('no picture came of it'))),
      'image/jpeg',
      QUALITY,
    ),
  );
}
