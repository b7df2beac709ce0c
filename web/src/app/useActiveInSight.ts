import { useCallback, type RefCallback } from 'react';
import { useLocation } from 'react-router';

/** A row of tabs that scrolls on a narrow screen has the tab of this page in sight, from the moment it is drawn. */
export function useActiveInSight(): RefCallback<HTMLElement> {
  const { pathname } = useLocation();
  return useCallback(
    (row: HTMLElement | null) => {
      const tab = row?.querySelector<HTMLElement>(`a[href="${pathname}"]`);
      // within the row alone: the page itself stays where it is
      if (row && tab)
        row.scrollLeft = tab.offsetLeft - row.offsetLeft - (row.clientWidth - tab.clientWidth) / 2;
    },
    [pathname],
  );
}
