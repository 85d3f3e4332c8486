/** Pixels of a picture for each of its own: sharp on paper too (96 a inch become 288). */
const SHARPNESS = 3;
const MOST_PIXELS = 8000;

/** An SVG picture as PNG; fonts have to be embedded in it. */
export async function svgToPng(svg: string): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const share = Math.min(SHARPNESS, MOST_PIXELS / Math.max(image.naturalWidth, image.naturalHeight, 1));
  const canvas = window.document.createElement('canvas');
  canvas.width = Math.ceil(image.naturalWidth * share);
  canvas.height = Math.ceil(image.naturalHeight * share);
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve, reject) => {
    canvas.toBlob((blob) => (blob === null ? reject(new Error('no picture came out')) : resolve(blob)), 'image/png');
  });
}
