/** Longest side of a picture that is kept here and sent. [pixels] */
const SIDE = 1600;
const QUALITY = 0.85;

/**
 * A photograph made smaller, upright, and of nothing but its pixels: where it was taken never leaves this device. As it is
 * where the browser cannot read it: the server reads it, or says why not.
 */
export async function shrunk(file: Blob): Promise<Blob> {
  try {
    const image = await createImageBitmap(file, { imageOrientation: "from-image" });
    const scale = Math.min(1, SIDE / Math.max(image.width, image.height));
    const canvas = document.createElement("canvas");
    canvas.width = Math.max(1, Math.round(image.width * scale));
    canvas.height = Math.max(1, Math.round(image.height * scale));
    canvas.getContext("2d")?.drawImage(image, 0, 0, canvas.width, canvas.height);
    image.close();
    const small = await new Promise<Blob | null>((done) => canvas.toBlob(done, "image/jpeg", QUALITY));
    return small ?? file;
  } catch {
    return file;
  }
}
