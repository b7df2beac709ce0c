import { open } from 'node:fs/promises';
import { ACCEPTED_PICTURES, PICTURE_TYPES } from '@upright-elder/contract';
import { fileTypeFromFile } from 'file-type';
import sharp, { type Sharp } from 'sharp';
import { ProblemError } from '../http/problem.js';

/** Longest edge of the small copy, pixels. */
const THUMBNAIL = 480;
/** Unpacked, a picture of so many pixels takes a third of a gigabyte, and no guitar needs more. */
const MOST_PIXELS = 60e6;

const READ: Record<string, (typeof PICTURE_TYPES)[number]> = {
  jpg: 'JPEG',
  png: 'PNG',
  webp: 'WebP',
  avif: 'AVIF',
};
const SAID: Record<string, string> = {
  heic: 'It is a HEIC photograph, the kind some phones take. It cannot be read here: set the phone’s camera to its most compatible format, or export it as JPEG.',
  heif: 'It is a HEIF photograph, which cannot be read here: export it as JPEG.',
  xml: 'It is an SVG or XML document, not a photograph, and may carry programs.',
  gif: 'It is a GIF, not a photograph.',
  tif: 'It is a TIFF: export it as JPEG or PNG.',
  cr3: 'It is a camera’s raw file: export it as JPEG.',
  nef: 'It is a camera’s raw file: export it as JPEG.',
  dng: 'It is a camera’s raw file: export it as JPEG.',
  mp4: 'It is a moving picture, not a photograph.',
  mov: 'It is a moving picture, not a photograph.',
  pdf: 'It is a PDF: export the page as JPEG.',
};

/**
 * A picture that lies in a file of its own, decoded and written anew, with a small copy.
 *
 * @param accepts what is taken, in words
 * @throws ProblemError in plain words where it is no photograph that can be read
 */
export async function pictureIn(path: string, accepts: string = ACCEPTED_PICTURES): Promise<Written> {
  const type = await fileTypeFromFile(path);
  if (!type || !READ[type.ext])
    throw refused(SAID[type?.ext ?? ''] ?? notAPicture(type?.ext, await head(path)), accepts);
  return writtenAnew(path, type.ext, accepts);
}

interface Written {
  data: Buffer;
  /** pixels */
  info: { width: number; height: number };
  small: Buffer;
}

export const UNPACKING = { limitInputPixels: MOST_PIXELS, failOn: 'error' } as const;

async function writtenAnew(path: string, ext: string, accepts: string): Promise<Written> {
  try {
    const upright = sharp(path, UNPACKING).autoOrient();
    const kept =
      ext === 'png'
        ? upright.clone().png()
        : ext === 'webp'
          ? upright.clone().webp({ quality: 92 })
          : upright.clone().jpeg({ quality: 92 });
    const { data, info } = await kept.toBuffer({ resolveWithObject: true });
    return { data, info, small: await smallCopy(upright.clone()) };
  } catch (error) {
    throw refused(
      /pixel limit/iu.test(String(error))
        ? `It has more than ${MOST_PIXELS / 1e6} million pixels: make it smaller and send it again.`
        : `It begins like a ${READ[ext]} but cannot be read to its end: it is damaged, or something else under that name.`,
      accepts,
    );
  }
}

export const smallCopy = (picture: Sharp): Promise<Buffer> =>
  picture
    .resize({ width: THUMBNAIL, height: THUMBNAIL, fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 80 })
    .toBuffer();

async function head(path: string): Promise<Buffer> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(4096), 0, 4096, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await file.close();
  }
}

function notAPicture(ext: string | undefined, bytes: Buffer): string {
  if (ext) return `Its bytes are those of a .${ext} file, not of a photograph.`;
  if (bytes.length === 0) return 'It is empty.';
  return /<svg[\s>]/iu.test(bytes.subarray(0, 4096).toString('latin1'))
    ? SAID.xml!
    : 'Its bytes are not those of a photograph.';
}

function refused(detail: string, accepts: string): ProblemError {
  return new ProblemError({
    type: 'urn:upright-elder:problem:picture',
    title: 'This is not a photograph that can be read',
    status: 422,
    detail: `${detail} Accepted: ${accepts}. Nothing of it was kept.`,
  });
}
