/** Puts text on the clipboard; where the page is not allowed to (plain HTTP in the shop's own net), the old way. */
export async function copyText(text: string): Promise<boolean> {
  // absent outside secure contexts, whatever its type says
  const clipboard = navigator.clipboard as Clipboard | undefined;
  if (clipboard) {
    try {
      await clipboard.writeText(text);
      return true;
    } catch {
      // not allowed: the old way may still be
    }
  }
  const area = document.createElement('textarea');
  area.value = text;
  area.style.position = 'fixed';
  document.body.append(area);
  area.select();
  const done = document.execCommand('copy');
  area.remove();
  return done;
}
