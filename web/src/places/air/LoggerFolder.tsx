import { sayInstant } from '@upright-elder/core/days';
import type { LogFileReport } from '@upright-elder/contract';
import { Fetching } from '../../app/Fetching.js';
import { useLogFolder, useZone } from '../../data/hooks.js';
import { Fold } from '../../fields/Fold.js';

const SHOWN = 8;

/** What room loggers have written into the shop's folder, and what became of each file. */
export function LoggerFolder() {
  return (
    <section className="sheet mt-4 p-4" aria-label="Loggers’ folder">
      <h2 className="text-[1.3rem]">What the loggers wrote</h2>
      <Fetching of={useLogFolder()}>
        {({ folder, trouble, strangers, files }) => (
          <>
            <p className="text-[0.92rem] text-faint">
              Loggers write into <code className="break-all">{folder}</code>. Begin each file’s name as its
              room says; a file that grows is taken in again.
            </p>
            {trouble && <p className="mt-1 text-ochre">✕ The folder cannot be read: {trouble}.</p>}
            {strangers.length > 0 && (
              <p className="mt-1 text-[0.92rem] text-faint">
                Skipped: a logger’s table ends in .csv, .tsv or .txt: {strangers.join(', ')}.
              </p>
            )}
            {files.length === 0 && <p className="mt-1">No file yet.</p>}
            <ul>
              {files.slice(0, SHOWN).map((file) => (
                <LogFile key={file.name} file={file} />
              ))}
            </ul>
            {files.length > SHOWN && (
              <p className="text-[0.9rem] text-faint">and {files.length - SHOWN} earlier ones</p>
            )}
          </>
        )}
      </Fetching>
    </section>
  );
}

function LogFile({ file }: { file: LogFileReport }) {
  const zone = useZone();
  const { name, state, roomName, takenAt, readings, done, added, skipped, lines, remarks } = file;
  const number = (n: number) => n.toLocaleString('en');
  return (
    <li className="border-b border-rule py-2 text-[0.95rem]">
      <span className="font-bold break-all">{name}</span>
      {roomName && <> · {roomName}</>}
      {takenAt && <span className="text-faint"> · {sayInstant(takenAt, zone)}</span>}
      {state === 'reading' && (
        <progress className="h-3 w-full" value={done} max={readings} aria-label={`${name} is taken in`} />
      )}
      {state !== 'refused' && (
        <span className="block">
          {number(done)} readings: {number(added)} new, {number(done - added)} known before
          {skipped > 0 && `, ${number(skipped)} lines skipped`}
        </span>
      )}
      {remarks.map((words) => (
        <span key={words} className="block text-ochre">
          {state === 'refused' ? '✕' : '▲'} {words}
        </span>
      ))}
      {lines.length > 0 && (
        <Fold summary="Skipped lines">
          <ul className="text-[0.9rem]">
            {lines.map(({ line, text, reason }, i) => (
              <li key={i}>
                {line > 0 && `line ${line}: `}
                {reason} <span className="text-faint">({text})</span>
              </li>
            ))}
            {skipped > lines.length && <li>and {number(skipped - lines.length)} more</li>}
          </ul>
        </Fold>
      )}
    </li>
  );
}
