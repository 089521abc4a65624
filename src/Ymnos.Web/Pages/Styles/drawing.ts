// What only a browser can draw is drawn here once, so that the server has it as a picture too.

const longest = 1920;

/** A film's first frame, or an SVG picture, as PNG; nothing for pictures that the server reads itself. */
export async function drawn(file: File): Promise<Blob | undefined> {
  if (!file.type.startsWith('video/') && file.type !== 'image/svg+xml') return undefined;
  const address = URL.createObjectURL(file);
  try {
    return file.type === 'image/svg+xml' ? await svg(address) : await film(address);
  } finally {
    URL.revokeObjectURL(address);
  }
}

async function svg(address: string): Promise<Blob | undefined> {
  const image = new Image();
  image.src = address;
  await image.decode();
  const [width, height] = [image.naturalWidth || 300, image.naturalHeight || 150];
  const scale = longest / Math.max(width, height);
  return await png(image, width * scale, height * scale);
}

async function film(address: string): Promise<Blob | undefined> {
  const video = document.createElement('video');
  video.muted = true;
  video.preload = 'auto';
  video.src = address;
  await new Promise((resolve, reject) => {
    video.addEventListener('loadeddata', resolve, { once: true });
    video.addEventListener('error', reject, { once: true });
  });
  return await png(video, video.videoWidth, video.videoHeight);
}

function png(source: CanvasImageSource, width: number, height: number): Promise<Blob | undefined> {
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [Math.round(width), Math.round(height)];
  canvas.getContext('2d')!.drawImage(source, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve) => canvas.toBlob((blob) => resolve(blob ?? undefined), 'image/png'));
}
