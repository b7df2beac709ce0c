import type { BackupState } from '@upright-elder/contract';
import { DAY_MS, sayInstant } from '@upright-elder/core/days';
import { useState } from 'react';
import { toast } from 'sonner';
import { Fetching } from '../../app/Fetching.js';
import { send } from '../../data/api.js';
import { useKeeping, useRefresh, useZone } from '../../data/hooks.js';
import { refusals } from '../../data/save.js';
import { BackupFolder } from './BackupFolder.js';

const SHOWN = 6;
/** A backup older than this is asked for, days. */
const OLD_DAYS = 7;

/** Where the shop's data lie, how old the last good backup is, and a way to make one. */
export function BackupPanel() {
  return (
    <section className="sheet p-5" aria-label="How the shop is kept">
      <h2 className="text-[1.3rem]">How it is kept</h2>
      <Fetching of={useKeeping()}>{(keeping) => <Kept keeping={keeping} />}</Fetching>
    </section>
  );
}

function Kept({ keeping }: { keeping: BackupState }) {
  const { folder, unwritable, backupFolder, sameDisk, lastBackup, failed, asks, backups, remarks, now } =
    keeping;
  const [busy, setBusy] = useState(false);
  const refresh = useRefresh();
  const zone = useZone();
  const age = lastBackup === null ? null : (Date.parse(now) - Date.parse(lastBackup)) / DAY_MS;
  const ask = async (path: string, done: (state: BackupState) => void) => {
    setBusy(true);
    try {
      done(await send<BackupState>('POST', path));
    } catch (error) {
      refusals(error);
    } finally {
      setBusy(false);
      await refresh();
    }
  };
  return (
    <>
      {unwritable && (
        <p className="said text-ochre">
          ✕{' '}
          {unwritable === 'full'
            ? 'The disk was full when the program started: the shop can be read, and nothing can be saved. Make room and start again.'
            : 'The folder cannot be written: the shop can be read, and nothing can be saved.'}
        </p>
      )}
      <p className={age === null || age > OLD_DAYS ? 'text-ochre' : ''}>
        {age === null
          ? `▲ There is no backup ${keeping.beside.length > 0 ? 'of this copy ' : ''}yet.`
          : `${age > OLD_DAYS ? '▲ ' : ''}Last good backup: ${sayAge(age)}.`}
      </p>
      {asks && (
        <div className="border-l-4 border-ochre pl-3">
          <p className="text-ochre">▲ {asks}</p>
          <button
            type="button"
            className="quiet mt-1"
            disabled={busy}
            onClick={() => void ask('backups/folder', () => toast.success('Backups go there from now on.'))}
          >
            It is the right folder
          </button>
        </div>
      )}
      {failed && failed !== asks && <p className="text-ochre">✕ The last try failed: {failed}</p>}
      {sameDisk && (
        <p className="text-[0.92rem] text-faint">
          Backups lie on the same disk as the shop: choose a folder on another one. What breaks the disk takes
          both.
        </p>
      )}
      {remarks.map((words) => (
        <p key={words} className="text-[0.95rem] text-ochre">
          ▲ {words}
        </p>
      ))}
      <button
        type="button"
        className="act mt-2"
        disabled={busy || unwritable !== null}
        onClick={() =>
          void ask('backups', () => toast.success('The backup is written, read back and counted.'))
        }
      >
        {busy ? 'Reading and checking…' : 'Back up now'}
      </button>
      <button
        type="button"
        className="quiet mt-2 ml-2"
        disabled={busy}
        onClick={() =>
          void ask('backups/pictures', (state) =>
            state.damagedPictures > 0
              ? toast.error('Some pictures are damaged: see below.')
              : toast.success('Every picture checked: none is damaged.'),
          )
        }
      >
        Check all pictures
      </button>
      {backups.length > 0 && (
        <ul className="mt-2 text-[0.92rem]">
          {backups.slice(0, SHOWN).map(({ name, made, bytes }) => (
            <li key={name} className="flex flex-wrap justify-between gap-x-3 border-b border-rule py-1">
              <span>{sayInstant(made, zone)}</span>
              <span className="text-faint">{(bytes / 1e6).toFixed(1)} MB</span>
            </li>
          ))}
          {backups.length > SHOWN && (
            <li className="text-faint">and {backups.length - SHOWN} earlier ones</li>
          )}
        </ul>
      )}
      {keeping.beside.map((words) => (
        <p key={words} className="mt-1 text-[0.88rem] text-faint">
          {words}
        </p>
      ))}
      {keeping.backupFolderNamed ? (
        <p className="mt-2 text-[0.88rem] text-faint">
          The folder was named when the program was started (UPRIGHT_ELDER_BACKUPS).
        </p>
      ) : (
        <BackupFolder current={backupFolder} />
      )}
      <dl className="mt-2 grid grid-cols-[auto_minmax(0,1fr)] gap-x-2 text-[0.88rem] text-faint">
        <dt className="font-bold">The shop</dt>
        <dd className="break-all">{folder}</dd>
        <dt className="font-bold">Backups</dt>
        <dd className="break-all">{backupFolder}</dd>
      </dl>
      <p className="mt-1 text-[0.88rem] text-faint">
        One is made each day that something was saved. The five newest are kept, and the last of each month
        for a year. To bring one back: <code>npm run restore -- backup.zip new-folder</code>.
      </p>
    </>
  );
}

function sayAge(days: number): string {
  if (days < 1 / 24) return 'within this hour';
  if (days < 1) return `${Math.round(days * 24)} hours ago`;
  const whole = Math.floor(days);
  return whole === 1 ? 'yesterday' : `${whole} days ago`;
}
