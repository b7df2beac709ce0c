import { Catch, HttpException, Logger, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import type { Problem } from '@upright-elder/contract';
import type { Response } from 'express';
import { ProblemError } from './problem.js';

/** Every error leaves the server as problem+json; what was not foreseen is logged and said plainly. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  private readonly logger = new Logger('problem');

  catch(error: unknown, host: ArgumentsHost): void {
    const problem = this.problemOf(error);
    const response = host.switchToHttp().getResponse<Response>();
    if (response.headersSent) return;
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
  }

  private problemOf(error: unknown): Problem {
    if (error instanceof ProblemError) return error.problem;
    if (error instanceof HttpException) {
      return { type: 'about:blank', title: error.message, status: error.getStatus() };
    }
    // body parser errors carry their own status
    const { status, message } = error as { status?: number; message?: string };
    if (typeof status === 'number' && status >= 400 && status < 500) {
      return { type: 'about:blank', title: 'The request could not be read', status, detail: message };
    }
    if (['SQLITE_FULL', 'ENOSPC'].includes((error as { code?: string }).code ?? '')) {
      return {
        type: 'urn:upright-elder:problem:disk-full',
        title: 'The disk is full',
        status: 507,
        detail: 'Nothing was saved. What you typed is kept in this browser; make room and save again.',
      };
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
      title: 'Something went wrong in the program',
      status: 500,
      detail: 'Nothing was saved. The log says more.',
    };
  }
}
