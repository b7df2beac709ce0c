import { Injectable, type PipeTransform } from '@nestjs/common';
import { validate as isUuid } from 'uuid';
import { ProblemError } from './problem.js';

/** An id out of an address, its letters made small: one id never stands for two things. */
@Injectable()
export class IdPipe implements PipeTransform<string, string> {
  transform(typed: string): string {
    const id = typed.toLowerCase();
    if (isUuid(id)) return id;
    throw new ProblemError({
      type: 'about:blank',
      title: 'There is nothing under this address',
      status: 404,
      detail: `“${typed.slice(0, 60)}” is no id. Go back to the shelf and open it from there.`,
    });
  }
}
