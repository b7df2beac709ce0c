import { createHash, randomUUID } from 'node:crypto';
import { existsSync, lstatSync } from 'node:fs';
import { mkdir, open, readdir, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { ACCEPTED_PICTURES, PICTURE_NAME, PICTURE_TYPES, type PictureTaken } from '@upright-elder/contract';
import { fileTypeFromFile } from 'file-type';
import pLimit from 'p-limit';
import sharp, { type Sharp } from 'sharp';
import { PICTURES } from '../store/folder.js';
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
 * Pictures on disk. What comes in is recognised by its bytes, never by its name, decoded and written anew: whatever
 * else it carried (place, camera, a program) is gone. The name is the hash of what was written, so a picture that
 * comes twice is kept once, and no name from outside ever reaches the disk.
 */
export class PictureStore {
  /** an unpacked picture takes hundreds of megabytes: one after the other */
  private readonly one = pLimit(1);

  private constructor(private readonly folder: string) {}

  static open(dataFolder: string): PictureStore {
    return new PictureStore(join(dataFolder, PICTURES));
  }

  /**
   * Takes in a picture that lies in a file of its own.
   *
   * @throws ProblemError in plain words where it is no photograph that can be read
   */
  async take(path: string): Promise<PictureTaken> {
    const type = await fileTypeFromFile(path);
    if (!type || !READ[type.ext])
      throw refused(SAID[type?.ext ?? ''] ?? notAPicture(type?.ext, await head(path)));
    return this.one(async () => {
      const { data, info, small } = await writtenAnew(path, type.ext);
      const picture = createHash('sha256').update(data).digest('hex');
      await this.keep(picture, data);
      await this.keep(`${picture}.small`, small);
      return { picture, width: info.width, height: info.height };
    });
  }

  has(picture: string): boolean {
    // a link is not followed: it leads out of the folder
    return (
      PICTURE_NAME.test(picture) &&
      (lstatSync(join(this.folder, picture), { throwIfNoEntry: false })?.isFile() ?? false)
    );
  }

  /** Path of a stored picture; null where there is none. */
  pathOf(picture: string): string | null {
    return this.has(picture) ? join(this.folder, picture) : null;
  }

  /** Path of its small copy, which is made anew where it is missing; null where there is no such picture. */
  async smallOf(picture: string): Promise<string | null> {
    const large = this.pathOf(picture);
    if (!large) return null;
    const small = `${large}.small`;
    if (!existsSync(small))
      await this.one(async () => this.keep(`${picture}.small`, await smallCopy(sharp(large, UNPACKING))));
    return small;
  }

  /** Names of all stored pictures. */
  async all(): Promise<string[]> {
    if (!existsSync(this.folder)) return [];
    return (await readdir(this.folder)).filter((name) => PICTURE_NAME.test(name)).sort();
  }

  /** A place for what is coming in, under a name that nothing else has. */
  async incoming(): Promise<string> {
    await mkdir(this.folder, { recursive: true });
    return join(this.folder, `${randomUUID()}.part`);
  }

  /** On disk, whole, before it has its name. */
  private async keep(name: string, bytes: Buffer): Promise<void> {
    const path = join(this.folder, name);
    if (existsSync(path)) return;
    const part = await this.incoming();
    try {
      const file = await open(part, 'w');
      try {
        await file.writeFile(bytes);
        await file.sync();
      } finally {
        await file.close();
      }
      await rename(part, path);
    } catch (error) {
      await rm(part, { force: true });
      throw error;
    }
  }
}

const UNPACKING = { limitInputPixels: MOST_PIXELS, failOn: 'error' } as const;

async function writtenAnew(path: string, ext: string) {
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
    );
  }
}

const smallCopy = (picture: Sharp): Promise<Buffer> =>
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

function refused(detail: string): ProblemError {
  return new ProblemError({
    type: 'urn:upright-elder:problem:picture',
    title: 'This is not a photograph that can be read',
    status: 422,
    detail: `${detail} Accepted: ${ACCEPTED_PICTURES}. Nothing of it was kept.`,
  });
}

export function tooLarge(): ProblemError {
  return new ProblemError({
    type: 'urn:upright-elder:problem:picture',
    title: 'The file is too large',
    status: 413,
    detail: `Accepted: ${ACCEPTED_PICTURES}. Nothing of it was kept.`,
  });
}
