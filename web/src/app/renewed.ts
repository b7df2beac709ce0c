import { recall, remember } from '../data/remembered.js';

const KEY = 'reloaded for';

/**
 * A page of an older build asks for a part that is gone since the program was renewed: the page is loaded anew, once for
 * each build, and what was typed is there again as a draft. A second time the page says what is wrong.
 *
 * @param asked address of the place that is being gone to, if one is
 */
export function reloadWhereRenewed(asked: () => string | null): void {
  window.addEventListener('vite:preloadError', () => {
    const build = document.querySelector<HTMLScriptElement>('script[type=module][src]')?.src ?? '';
    if (recall(KEY, 'window') === build) return;
    const address = asked();
    // a program that is away for a while is no new one: the page stands, and says that it is not reached
    void fetch('/', { method: 'HEAD', cache: 'no-store' }).then(
      ({ ok }) => {
        if (!ok) return;
        remember(KEY, build, 'window');
        // nobody is asked: nothing typed is lost
        window.addEventListener('beforeunload', (leaving) => leaving.stopImmediatePropagation(), {
          capture: true,
        });
        if (address === null) location.reload();
        else location.assign(address);
      },
      () => null,
    );
  });
}
