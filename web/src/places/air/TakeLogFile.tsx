import type { AirBatch, AirTaken, Room } from '@upright-elder/contract';
import type { LogFile } from '@upright-elder/core/air';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { send } from '../../data/api.js';
import { newId } from '../../data/ids.js';
import { useRefresh, useZone } from '../../data/hooks.js';
import { openThread } from '../../compute/thread.js';
import { Fold } from '../../fields/Fold.js';

/** Readings sent at a time: small enough that the program answers others in between. */
const PIECE = 250;
const LARGEST_FILE = 25e6;
const SHOWN_LINES = 100;

interface Taking {
  file: LogFile;
  done: number;
  added: number;
  finished: boolean;
}

/** Takes a logger's CSV file into a room's log: in pieces, with progress, twice is the same as once. */
export function TakeLogFile({ room }: { room: Room }) {
  const [taking, setTaking] = useState<Taking | null>(null);
  const stopped = useRef(false);
  const input = useRef<HTMLInputElement>(null);
  const refresh = useRefresh();
  const zone = useZone();

  const take = async (chosen: File) => {
    if (chosen.size > LARGEST_FILE) {
      toast.error(
        'The file is larger than 25 MB: is it a logger’s table of times, humidity and temperature?',
      );
      return;
    }
    stopped.current = false;
    try {
      const file = await readBeside(await chosen.text(), zone);
      // one id for all pieces: the file can be taken back as one
      const importId = newId();
      let added = 0;
      setTaking({ file, done: 0, added, finished: false });
      for (let i = 0; i < file.readings.length && !stopped.current; i += PIECE) {
        const piece = file.readings.slice(i, i + PIECE);
        const batch: AirBatch = {
          unit: '°C',
          importId,
          name: chosen.name.slice(0, 200),
          readings: piece.map(({ at, humidity, celsius }) => ({
            at,
            humidity: String(humidity),
            temperature: String(Math.round(celsius * 1000) / 1000),
          })),
        };
        added += (await send<AirTaken>('POST', `rooms/${room.id}/air`, batch)).added;
        setTaking({ file, done: i + piece.length, added, finished: false });
      }
      setTaking((now) => now && { ...now, finished: true });
      await refresh();
    } catch (error) {
      setTaking((now) => now && { ...now, finished: true });
      toast.error(error instanceof Error ? error.message : 'The file could not be read.');
    }
  };

  return (
    <section
      className="mt-4 border-t border-rule pt-3"
      aria-label="Logger’s file"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        const [file] = event.dataTransfer.files;
        if (file) void take(file);
      }}
    >
      <div className="flex flex-wrap items-center gap-3">
        <button type="button" className="quiet" onClick={() => input.current?.click()}>
          Take in a logger’s file
        </button>
        <input
          ref={input}
          type="file"
          accept=".csv,.txt,.tsv,text/csv,text/plain"
          className="sr-only"
          aria-label="Logger’s file"
          tabIndex={-1}
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            if (file) void take(file);
            event.target.value = '';
          }}
        />
        <span className="text-[0.9rem] text-faint">
          CSV with time, humidity and temperature headings; drop it here. Lines already in are skipped.
        </span>
      </div>
      {taking && (
        <div className="mt-2" aria-live="polite">
          <div className="flex items-center gap-3">
            <progress
              className="h-3 flex-1"
              value={taking.done}
              max={taking.file.readings.length}
              aria-label="Readings taken in"
            />
            {!taking.finished && (
              <button type="button" className="quiet" onClick={() => (stopped.current = true)}>
                Stop
              </button>
            )}
          </div>
          <p>
            {taking.done.toLocaleString('en')} of {taking.file.readings.length.toLocaleString('en')} readings
            taken: {taking.added.toLocaleString('en')} new,{' '}
            {(taking.done - taking.added).toLocaleString('en')} known before
            {taking.file.skipped.length > 0 &&
              `, ${taking.file.skipped.length.toLocaleString('en')} lines skipped`}
            .
          </p>
          {taking.file.assumed.map((words) => (
            <p key={words} className="text-ochre">
              ▲ {words}.
            </p>
          ))}
          {taking.file.skipped.length > 0 && (
            <Fold summary="Skipped lines">
              <ul className="text-[0.9rem]">
                {taking.file.skipped.slice(0, SHOWN_LINES).map(({ line, text, reason }) => (
                  <li key={line}>
                    line {line}: {reason} <span className="text-faint">({text})</span>
                  </li>
                ))}
                {taking.file.skipped.length > SHOWN_LINES && (
                  <li>and {(taking.file.skipped.length - SHOWN_LINES).toLocaleString('en')} more</li>
                )}
              </ul>
            </Fold>
          )}
        </div>
      )}
    </section>
  );
}

/** Reads the text in a thread that lives only for it, so that a long one never holds the page. */
async function readBeside(text: string, zone: string): Promise<LogFile> {
  const { task, end } = openThread('logFile');
  try {
    return await (await task).read(text, zone);
  } finally {
    end();
  }
}
