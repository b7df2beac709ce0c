import { existsSync } from 'node:fs';
import { mkdir, readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import MailComposer from 'nodemailer/lib/mail-composer/index.js';
import { writeWhole } from '../store/write-whole.js';

/** A letter with papers. */
export interface Letter {
  /** of the papers that go with it */
  id: string;
  /** UTC ISO text */
  at: string;
  to: string;
  subject: string;
  text: string;
  file: { name: string; bytes: Uint8Array };
}

/**
 * Mail that is ready to go, each letter a file in a folder: a stand-in for a mail server. Every mail program opens such a
 * file as a draft (RFC 5322; `X-Unsent` says that it was not sent).
 */
export class Outgoing {
  constructor(private readonly folder: string) {}

  static open(dataFolder: string): Outgoing {
    return new Outgoing(join(dataFolder, 'outgoing'));
  }

  /** The same letter again is the same file. */
  async put({ id, at, to, subject, text, file }: Letter): Promise<void> {
    const bytes = await new MailComposer({
      to,
      subject,
      text,
      date: new Date(at),
      messageId: `<${id}@upright-elder.invalid>`,
      baseBoundary: id,
      headers: { 'X-Unsent': '1' },
      attachments: [
        { filename: `${file.name}.pdf`, content: Buffer.from(file.bytes), contentType: 'application/pdf' },
      ],
    })
      .compile()
      .build();
    await mkdir(this.folder, { recursive: true });
    await writeWhole(join(this.folder, `${at.slice(0, 10)} ${plain(file.name)} ${id}.eml`), bytes);
  }

  /** Where the letter of some papers lies; null where there is none, or somebody moved it. */
  async pathOf(id: string): Promise<string | null> {
    if (!existsSync(this.folder)) return null;
    const name = (await readdir(this.folder)).find((one) => one.endsWith(`${id}.eml`));
    return name === undefined ? null : join(this.folder, name);
  }

  async remove(id: string): Promise<void> {
    const path = await this.pathOf(id);
    if (path) await rm(path);
  }
}

/** What every disk takes as a part of a name. */
const plain = (text: string): string =>
  text
    .replace(/[^\p{L}\p{N} ,-]/gu, '')
    .slice(0, 80)
    .trim();
