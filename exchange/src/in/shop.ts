import { Transform, type Readable } from 'node:stream';
import Assembler from 'stream-json/Assembler.js';
import Parser from 'stream-json/Parser.js';
import { FORMAT_NAME, VERSION, type ShopHead } from '../format/schema.js';
import { FileRefused } from './refused.js';

/** What comes out of shop.json as it is read: its head first, then row after row, each with its place in its table. */
export type Told =
  /** as far as it stands before the tables; whole at the end */
  | { kind: 'head'; head: Record<string, unknown>; whole: boolean }
  | { kind: 'table'; table: string }
  | { kind: 'row'; table: string; n: number; row: unknown };

/** No row is as long as this, characters. */
const LONGEST = 64 << 20;

interface Token {
  name: string;
  value?: string;
}

/**
 * Reads shop.json from its beginning to its end with one row in memory at a time, however it was laid out; its parts may
 * come in any order.
 *
 * @throws FileRefused where it is no JSON, was cut off, or a row is endless
 */
export async function* readShop(text: Readable): AsyncGenerator<Told> {
  let sinceRow = 0;
  const counted = new Transform({
    transform(piece: Buffer, _encoding, next) {
      sinceRow += piece.length;
      next(sinceRow > LONGEST ? new FileRefused('A row in it is longer than any record.') : null, piece);
    },
  });
  const tokens = text.pipe(counted).pipe(Parser.parser({ streamValues: false }));
  counted.on('error', (error) => tokens.destroy(error));
  text.on('error', (error) => tokens.destroy(error));
  const head: Record<string, unknown> = {};
  let depth = 0;
  let key: string | null = null;
  let table: string | null = null;
  let n = 0;
  let within: Assembler | null = null;
  try {
    for await (const token of tokens as AsyncIterable<Token>) {
      if (within) {
        consume(within, token);
        if (!within.done) continue;
        if (table === null) head[key!] = within.current;
        else yield { kind: 'row', table, n: n++, row: within.current as unknown };
        sinceRow = 0;
        within = null;
        continue;
      }
      // depth 1: the file; 2: its tables; 3: the rows of one
      if (token.name === 'keyValue') {
        if (depth === 1) key = token.value!;
        else if (depth === 2) {
          table = token.value!;
          n = 0;
          yield { kind: 'table', table };
        }
      } else if (token.name === 'startObject' && (depth === 0 || (depth === 1 && key === 'tables')))
        depth += 1;
      else if (token.name === 'startArray' && depth === 2 && table !== null) depth += 1;
      else if (token.name === 'endArray' && depth === 3) {
        depth -= 1;
        table = null;
      } else if (token.name === 'endObject') depth -= 1;
      else if (depth === 0) throw new FileRefused('shop.json is no object.');
      else if (depth === 2) throw new FileRefused(`“${table}” in it is no list of rows.`);
      else if (isOne(token)) {
        if (table === null) head[key!] = valueOf(token);
        else yield { kind: 'row', table, n: n++, row: valueOf(token) };
      } else if (token.name === 'startObject' || token.name === 'startArray') {
        within = new Assembler();
        consume(within, token);
      }
    }
  } catch (error) {
    if (error instanceof FileRefused) throw error;
    throw new FileRefused('shop.json in it is damaged, or was cut off.');
  }
  if (depth !== 0) throw new FileRefused('shop.json in it was cut off.');
  yield { kind: 'head', head, whole: true };
}

const ONES = ['stringValue', 'numberValue', 'nullValue', 'trueValue', 'falseValue'];
const isOne = ({ name }: Token): boolean => ONES.includes(name);
function valueOf({ name, value }: Token): unknown {
  if (name === 'stringValue') return value;
  if (name === 'numberValue') return Number(value);
  return name === 'nullValue' ? null : name === 'trueValue';
}

function consume(assembler: Assembler, { name, value }: Token): void {
  const act = (assembler as unknown as Record<string, (value?: string) => void>)[name];
  act?.call(assembler, value);
}

/** @throws FileRefused where it is another format, or of a newer program */
export function checkHead(head: unknown): ShopHead {
  const { format, version, shop, holds, instruments = null } = head as Partial<ShopHead>;
  if (format !== FORMAT_NAME)
    throw new FileRefused(
      'shop.json in it is of another program. A file made by “Out” of this program is accepted.',
    );
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    throw new FileRefused('It does not say which version of the format it is.');
  if (version > VERSION)
    throw new FileRefused(
      `It is of version ${version}, and this program reads up to ${VERSION}. Bring the program up to date, then take it in.`,
    );
  if (typeof shop?.id !== 'string' || typeof shop.name !== 'string')
    throw new FileRefused('It does not say whose it is.');
  return {
    format,
    version,
    shop,
    holds: {
      for: holds?.for ?? 'next shop',
      owners: holds?.owners ?? false,
      money: holds?.money ?? false,
      notes: holds?.notes ?? false,
    },
    instruments: Array.isArray(instruments) ? instruments : null,
  };
}
