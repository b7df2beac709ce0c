import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { ACCEPTED_PICTURES, type PictureTaken } from '@upright-elder/contract';
import pLimit from 'p-limit';
import sharp from 'sharp';
import { PICTURES } from '../store/folder.js';
import { HashedFolder } from '../store/hashed-folder.js';
import type { TakesIn } from './uploads.js';
import { pictureIn, smallCopy, UNPACKING } from './picture-in.js';

/**
 * Pictures on disk. What comes in is recognised by its bytes, never by its name, decoded and written anew: whatever
 * else it carried (place, camera, a program) is gone.
 */
export class PictureStore extends HashedFolder implements TakesIn<PictureTaken> {
  readonly accepts = ACCEPTED_PICTURES;

  /** an unpacked picture takes hundreds of megabytes: one after the other */
  private readonly one = pLimit(1);

  static open(dataFolder: string): PictureStore {
    return new PictureStore(join(dataFolder, PICTURES));
  }

  /**
   * Takes in a picture that lies in a file of its own.
   *
   * @throws ProblemError in plain words where it is no photograph that can be read
   */
  async take(path: string): Promise<PictureTaken> {
    return this.one(async () => {
      const { data, info, small } = await pictureIn(path);
      const picture = await this.keep(data);
      await this.keepAs(`${picture}.small`, small);
      return { picture, width: info.width, height: info.height };
    });
  }

  /** Path of its small copy, which is made anew where it is missing; null where there is no such picture. */
  async smallOf(picture: string): Promise<string | null> {
    const large = this.pathOf(picture);
    if (!large) return null;
    const small = `${large}.small`;
    if (!existsSync(small))
      await this.one(async () => this.keepAs(`${picture}.small`, await smallCopy(sharp(large, UNPACKING))));
    return small;
  }
}
