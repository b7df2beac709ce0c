import { useSearchParams } from 'react-router';

/**
 * A choice that stands in the address, so that a link, the back button and a second window keep it.
 *
 * @param usual what is chosen where the address says nothing; it is left out of the address
 * @param step each choice is a step that the back button takes back
 */
export function useParam(name: string, usual: string, step = false): [string, (value: string) => void] {
  const [params, setParams] = useSearchParams();
  const set = (value: string) =>
    setParams(
      (now) => {
        const next = new URLSearchParams(now);
        if (value === usual) next.delete(name);
        else next.set(name, value);
        return next;
      },
      { replace: !step },
    );
  return [params.get(name) ?? usual, set];
}
