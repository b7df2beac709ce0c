import { toast } from 'sonner';
import { useRefresh } from './hooks.js';
import { refusals } from './save.js';

/** So long a hand with glue on it has to take something back, ms. */
const UNDO_MS = 12000;

/** Says what was done, and takes it back where that is asked for. */
export function useUndoable(): (said: string, takeBack: () => Promise<unknown>) => void {
  const refresh = useRefresh();
  return (said, takeBack) => {
    const undo = async () => {
      try {
        await takeBack();
        await refresh();
        toast.success('It is as it was before.');
      } catch (error) {
        refusals(error);
      }
    };
    toast.success(said, { duration: UNDO_MS, action: { label: 'Undo', onClick: () => void undo() } });
  };
}
