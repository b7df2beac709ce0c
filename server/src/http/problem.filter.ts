import { Catch, HttpException, Logger, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import type { Problem } from '@upright-elder/contract';
import type { Request, Response } from 'express';
import { ProblemError, unavailable } from './problem.js';

/** Every error leaves the server as problem+json; what was not foreseen is logged and said plainly. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  private readonly logger = new Logger('problem');

  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    // whoever asked has gone: nobody is told, and nothing went wrong here
    if (response.headersSent || host.switchToHttp().getRequest<Request>().socket.destroyed) {
      this.logger.debug(String(error));
      if (!response.headersSent) response.destroy();
      return;
    }
    const problem = this.problemOf(error);
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
  }

  private problemOf(error: unknown): Problem {
    if (error instanceof ProblemError) return error.problem;
    if (error instanceof HttpException) return httpProblem(error.getStatus(), error.message);
    const unread = requestProblem(error as { status?: number; type?: string });
    if (unread) return unread;
    const stored = storeProblem((error as { code?: string }).code ?? '');
    if (stored) {
      this.logger.error(`${stored.title}: ${String(error)}`);
      return stored;
    }
    if ((error as { code?: string }).code === 'SQLITE_CONSTRAINT_FOREIGNKEY') {
      return {
        type: 'urn:upright-elder:problem:unknown-reference',
        title: 'It refers to something that is not there',
        status: 422,
        detail: 'A person, room or instrument named in it does not exist. Nothing was saved.',
      };
    }
    this.logger.error(error instanceof Error ? (error.stack ?? error.message) : String(error));
    return {
      type: 'about:blank',
      title: 'The program failed',
      status: 500,
      detail: 'Nothing was saved. The log has details.',
    };
  }
}

const KEPT = 'Nothing was saved. What you typed is kept in this browser';

/** What disk or data file refuse, in plain words; null where it is something else. */
function storeProblem(code: string): Problem | null {
  if (['SQLITE_FULL', 'ENOSPC', 'EDQUOT'].includes(code))
    return {
      type: 'urn:upright-elder:problem:disk-full',
      title: 'The disk is full',
      status: 507,
      detail: `${KEPT}; make room and save again.`,
    };
  if (/^SQLITE_(?:BUSY|LOCKED)/u.test(code))
    return unavailable(
      'Another program has the data file open',
      `${KEPT}: close the other program, or wait a moment, and save again.`,
    ).problem;
  if (/^SQLITE_(?:CORRUPT|NOTADB)/u.test(code))
    return unavailable(
      'The data file is damaged',
      'A part of it cannot be read. Close the program, and bring the last good backup back into a fresh folder with “npm run restore”.',
    ).problem;
  if (/^(?:SQLITE_(?:IOERR|READONLY|CANTOPEN|NOMEM|PROTOCOL)|EIO$|EROFS$|EACCES$|EPERM$|ESTALE$)/u.test(code))
    return unavailable(
      'The disk is not answering',
      `${KEPT}: look whether the disk is there and can be written, then save again.`,
    ).problem;
  return null;
}

/** What the body parser refuses, in our words: its own repeat what was sent. */
const UNREAD: Record<string, string> = {
  'entity.parse.failed': 'It is not JSON that can be read.',
  'entity.too.large': 'It is larger than the 2 MB that are accepted.',
  'encoding.unsupported': 'Its encoding is not known here.',
  'charset.unsupported': 'UTF-8 is accepted.',
  'request.aborted': 'It broke off before its end.',
};

/** Refusals of what stands before the program's own doors; the words of a file server would name its folders. */
function requestProblem({ status, type }: { status?: number; type?: string }): Problem | null {
  if (typeof status !== 'number' || status < 400 || status >= 500) return null;
  if (status === 404) return httpProblem(404, '');
  return {
    type: 'about:blank',
    title: 'The request could not be read',
    status,
    detail: UNREAD[type ?? ''] ?? 'Its form is not one that is known here.',
  };
}

function httpProblem(status: number, title: string): Problem {
  if (status === 404) return { type: 'about:blank', title: 'There is nothing under this address', status };
  return { type: 'about:blank', title, status };
}
