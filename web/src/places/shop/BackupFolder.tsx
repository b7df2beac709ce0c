import type { Shop } from '@upright-elder/contract';
import { FormFoot } from '../../app/FormFoot.js';
import { useShop } from '../../data/hooks.js';
import { useShopForm } from './useShopForm.js';

/** Where backups go: a folder of the shop's choosing, best on another disk. */
export function BackupFolder({ current }: { current: string }) {
  const { data: shop } = useShop();
  return shop ? <Choose shop={shop} current={current} /> : null;
}

function Choose({ shop, current }: { shop: Shop; current: string }) {
  const form = useShopForm(shop, {
    draftKey: 'backup folder',
    names: { backupFolder: 'Folder of backups' },
    saved: 'Backups go there from now on; those made before stay where they are.',
  });
  const { value, change, refused } = form;
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void form.save();
      }}
    >
      <label className="min-w-[14rem] grow text-[0.9rem] font-bold">
        Folder of backups
        <input
          className="field font-normal"
          autoComplete="off"
          spellCheck={false}
          placeholder={current}
          aria-invalid={refused.backupFolder ? true : undefined}
          value={value.backupFolder ?? ''}
          onChange={(event) =>
            change({ backupFolder: event.target.value === '' ? null : event.target.value })
          }
        />
      </label>
      <button type="submit" className="quiet" disabled={form.saving}>
        Save backups here
      </button>
      <FormFoot what="folder of backups" form={form} />
      {refused.backupFolder && <p className="w-full text-ochre">✕ {refused.backupFolder}</p>}
    </form>
  );
}
