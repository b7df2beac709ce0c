import { Controller, Get, HttpCode, Inject, Post } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { DemoState } from '@upright-elder/contract';
import { readFile } from 'node:fs/promises';
import { Clock } from '../clock.js';
import { unavailable } from '../http/problem.js';

/** Where the demo's start notes what it wrote and on which day; null in a shop of one's own. */
export const DEMO_NOTE = Symbol('the demo’s note');

/** The program ends with this code where the demo is to be written anew; its start then begins again. */
export const WRITE_ANEW = 75;

@ApiTags('demo')
@Controller('demo')
export class DemoController {
  constructor(
    @Inject(DEMO_NOTE) private readonly note: string | null,
    private readonly clock: Clock,
  ) {}

  @Get()
  @ApiOkResponse({ type: DemoState })
  async state(): Promise<DemoState> {
    const writtenOn = await this.writtenOn();
    return { writtenOn, beingWritten: this.note !== null && writtenOn === null, today: this.clock.date() };
  }

  /** Ends the program so that its start writes the scenario for today; only a demo that is written can ask for it. */
  @Post('anew')
  @HttpCode(202)
  async anew(): Promise<void> {
    if ((await this.writtenOn()) === null)
      throw unavailable(
        'Nothing is written again',
        'This is a shop of your own, or a demo that is still being written: nothing is thrown away.',
      );
    // the answer leaves first
    setTimeout(() => process.exit(WRITE_ANEW), 200);
  }

  private async writtenOn(): Promise<string | null> {
    if (this.note === null) return null;
    const [, day = ''] = (await readFile(this.note, 'utf8').catch(() => '')).split('\n');
    return day || null;
  }
}
