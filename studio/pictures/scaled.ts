/** Up to this a picture goes as it is, in bytes; and to so many points of its longer side one is scaled. */
const AS_IT_IS = 600 * 1024;
const LONGEST = 1_600;

/**
 * A picture that is small enough to be sent: a large one is scaled, and written anew without what the camera wrote into it.
 * @throws what the browser throws of a file that is no picture
 */
export async function scaled(file: File): Promise<Blob> {
  const picture = await createImageBitmap(file);
  try {
    const ratio = Math.min(1, LONGEST / Math.max(picture.width, picture.height));
    // A moving one would stand still.
    if (file.type === 'image/gif' || (ratio === 1 && file.size <= AS_IT_IS)) return file;
    const canvas = document.createElement('canvas');
    canvas.width = Math.max(1, Math.round(picture.width * ratio));
    canvas.height = Math.max(1, Math.round(picture.height * ratio));
    const context = canvas.getContext('2d')!;
    context.fillStyle = '#ffffff';
    context.fillRect(0, 0, canvas.width, canvas.height);
    context.drawImage(picture, 0, 0, canvas.width, canvas.height);
    return await new Promise((resolve, reject) =>
      canvas.toBlob(
        made => (made ? resolve(made) : reject(new Error('The picture could not be scaled.'))),
        'image/jpeg',
        0.85,
      ),
    );
  } finally {
    picture.close();
  }
}
