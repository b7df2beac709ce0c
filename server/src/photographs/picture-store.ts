import { createHash } from 'node:crypto';
import { existsSync, mkdirSync } from 'node:fs';
import { open, readdir, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import {
  ACCEPTED_PICTURES,
  LARGEST_PICTURE,
  PICTURE_NAME,
  PICTURE_TYPES,
  type PictureTaken,
} from '@upright-elder/contract';
import { fileTypeFromBuffer } from 'file-type';
import sharp from 'sharp';
import { ProblemError } from '../http/problem.js';

/** Longest edge of the small copy, pixels. */
const THUMBNAIL = 480;
/** More than any camera makes: a file that unpacks to more is meant to exhaust the machine. */
const MOST_PIXELS = 120e6;

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
  mp4: 'It is a film, not a photograph.',
  mov: 'It is a film, not a photograph.',
  pdf: 'It is a PDF: export the page as JPEG.',
};

/**
 * Pictures on disk. What comes in is recognised by its bytes, never by its name, decoded and written anew: whatever
 * else it carried (place, camera, a program) is gone. The name is the hash of what was written, so a picture that
 * comes twice is kept once, and no name from outside ever reaches the disk.
 */
export class PictureStore {
  private constructor(private readonly folder: string) {}

  static open(dataFolder: string): PictureStore {
    const folder = join(dataFolder, 'pictures');
    mkdirSync(folder, { recursive: true });
    return new PictureStore(folder);
  }

  /** @throws ProblemError in plain words where it is no photograph that can be read */
  async take(bytes: Buffer): Promise<PictureTaken> {
    if (bytes.length > LARGEST_PICTURE) throw tooLarge();
    const type = await fileTypeFromBuffer(bytes);
    if (!type || !READ[type.ext]) throw refused(SAID[type?.ext ?? ''] ?? notAPicture(type?.ext, bytes));
    const { data, info, small } = await this.writtenAnew(bytes, type.ext);
    const picture = createHash('sha256').update(data).digest('hex');
    await this.keep(picture, data);
    await this.keep(`${picture}.small`, small);
    return { picture, width: info.width, height: info.height };
  }

  has(picture: string): boolean {
    return PICTURE_NAME.test(picture) && existsSync(join(this.folder, picture));
  }

  /** Path of a stored picture or its small copy; null where there is none. */
  pathOf(picture: string, small: boolean): string | null {
    return this.has(picture) ? join(this.folder, small ? `${picture}.small` : picture) : null;
  }

  /** Every stored picture with the instant it was written. */
  async all(): Promise<{ picture: string; writtenAt: number }[]> {
    const names = (await readdir(this.folder)).filter((name) => PICTURE_NAME.test(name));
    return Promise.all(
      names.map(async (picture) => ({
        picture,
        writtenAt: (await stat(join(this.folder, picture))).mtimeMs,
      })),
    );
  }

  async remove(picture: string): Promise<void> {
    await rm(join(this.folder, picture), { force: true });
    await rm(join(this.folder, `${picture}.small`), { force: true });
  }

  /** Removes what an interrupted write left behind. */
  async removeUnfinished(): Promise<void> {
    const names = (await readdir(this.folder)).filter((name) => name.endsWith('.part'));
    await Promise.all(names.map((name) => rm(join(this.folder, name), { force: true })));
  }

  private async writtenAnew(bytes: Buffer, ext: string) {
    try {
      const upright = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' }).autoOrient();
      const kept =
        ext === 'png'
          ? upright.clone().png()
          : ext === 'webp'
            ? upright.clone().webp({ quality: 92 })
            : upright.clone().jpeg({ quality: 92 });
      const { data, info } = await kept.toBuffer({ resolveWithObject: true });
      const small = await upright
        .clone()
        .resize({ width: THUMBNAIL, height: THUMBNAIL, fit: 'inside', withoutEnlargement: true })
        .webp({ quality: 80 })
        .toBuffer();
      return { data, info, small };
    } catch (error) {
      throw refused(
        /pixel limit/iu.test(String(error))
          ? 'It has more pixels than any camera makes.'
          : `It begins like a ${READ[ext]} but cannot be read to its end: it is damaged, or something else under that name.`,
      );
    }
  }

  /** On disk, whole, before it has its name. */
  private async keep(name: string, bytes: Buffer): Promise<void> {
    const path = join(this.folder, name);
    if (existsSync(path)) return;
    const part = `${path}.${process.pid}.part`;
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
