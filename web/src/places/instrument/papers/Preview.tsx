import { getDocument, GlobalWorkerOptions } from 'pdfjs-dist';
import workerUrl from 'pdfjs-dist/build/pdf.worker.min.mjs?url';
import { useEffect, useRef, useState, type ReactNode } from 'react';

GlobalWorkerOptions.workerSrc = workerUrl;

/** Pages are drawn so much finer than they are shown. */
const FINER = 2;

type Shown = { state: 'making' } | { state: 'made'; pages: number } | { state: 'refused'; words: string };

/** The pages of a PDF as they will lie on the table. */
export default function Preview({ url, name, acts }: { url: string; name: string; acts: ReactNode }) {
  const sheets = useRef<HTMLDivElement>(null);
  const [shown, setShown] = useState<Shown>({ state: 'making' });
  useEffect(() => {
    const ended = new AbortController();
    const show = async () => {
      setShown({ state: 'making' });
      const answer = await fetch(url, { signal: ended.signal });
      if (!answer.ok) {
        const { detail } = (await answer.json()) as { detail?: string };
        throw new Error(detail ?? 'The program did not make it.');
      }
      const loading = getDocument({ data: new Uint8Array(await answer.arrayBuffer()) });
      const pdf = await loading.promise;
      const drawn: HTMLCanvasElement[] = [];
      for (let n = 1; n <= pdf.numPages && !ended.signal.aborted; n++) {
        const page = await pdf.getPage(n);
        const viewport = page.getViewport({ scale: FINER });
        const canvas = document.createElement('canvas');
        canvas.width = viewport.width;
        canvas.height = viewport.height;
        canvas.className = 'sheet h-auto w-full bg-white';
        canvas.setAttribute('role', 'img');
        canvas.setAttribute('aria-label', `${name}, page ${n} of ${pdf.numPages}`);
        await page.render({ canvas, viewport }).promise;
        drawn.push(canvas);
      }
      await loading.destroy();
      if (ended.signal.aborted) return;
      sheets.current?.replaceChildren(...drawn);
      setShown({ state: 'made', pages: drawn.length });
    };
    show().catch((error: unknown) => {
      if (!ended.signal.aborted)
        setShown({ state: 'refused', words: error instanceof Error ? error.message : String(error) });
    });
    return () => ended.abort();
  }, [url, name]);
  return (
    <section className="print:hidden" aria-label="Preview" aria-busy={shown.state === 'making'}>
      <div className="mb-2 flex min-h-[44px] flex-wrap items-end gap-x-4">
        {acts}
        <p className="text-faint" role="status">
          {shown.state === 'making' && 'The paper is being set…'}
          {shown.state === 'made' && (shown.pages === 1 ? 'One page.' : `${shown.pages} pages.`)}
          {shown.state === 'refused' && <span className="text-ochre">▲ {shown.words}</span>}
        </p>
      </div>
      <div
        ref={sheets}
        className={`grid gap-3 lg:grid-cols-2 ${shown.state === 'making' ? 'opacity-50' : ''}`}
      />
    </section>
  );
}
