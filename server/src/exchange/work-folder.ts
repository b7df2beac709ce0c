import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';

/** What goes out and comes in lies here until it is fetched or written: nothing of it is the shop’s. */
export class WorkFolder {
  private constructor(private readonly folder: string) {}

  /** What an earlier run left goes. */
  static open(dataFolder: string): WorkFolder {
    return new WorkFolder(join(dataFolder, 'exchange'));
  }

  empty(): void {
    rmSync(this.folder, { recursive: true, force: true });
  }

  path(name: string): string {
    mkdirSync(this.folder, { recursive: true });
    return join(this.folder, name);
  }

  remove(name: string): void {
    rmSync(join(this.folder, name), { force: true });
  }
}
