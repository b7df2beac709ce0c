import { useEffect } from 'react';

const PROGRAM = 'Upright Elder';

/** Names the window after what it shows, so that several can be told apart. */
export function useTitle(...parts: (string | undefined)[]): void {
  const said = parts.filter(Boolean).join(', ');
  useEffect(() => {
    document.title = said ? `${said} · ${PROGRAM}` : PROGRAM;
    return () => {
      document.title = PROGRAM;
    };
  }, [said]);
}
