import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { ACCEPTED_ANSWERS, type AnswerTaken } from '@upright-elder/contract';
import { fileTypeFromFile } from 'file-type';
import { pictureIn } from '../photographs/picture-in.js';
import type { TakesIn } from '../photographs/uploads.js';
import { PAPERS_KEPT } from '../store/folder.js';
import { HashedFolder } from '../store/hashed-folder.js';

/** Papers as they were given out, and what came back signed. */
export class PaperFiles extends HashedFolder implements TakesIn<AnswerTaken> {
  readonly accepts = ACCEPTED_ANSWERS;

  static open(dataFolder: string): PaperFiles {
    return new PaperFiles(join(dataFolder, PAPERS_KEPT));
  }

  /** What an owner answered: a PDF as it is, a photograph written anew as every other. */
  async take(path: string): Promise<AnswerTaken> {
    const isPdf = (await fileTypeFromFile(path))?.ext === 'pdf';
    return {
      file: await this.keep(isPdf ? await readFile(path) : (await pictureIn(path, this.accepts)).data),
    };
  }
}
