import { sayWord, wordsIn } from '@upright-elder/core/wording';
import { Popover } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import { Fold } from '../fields/Fold.js';

/** What does something of its own when it is touched, or is written by hand: no word is opened on it. */
const NOT_IN =
  'a, button, summary, label, input, textarea, select, svg, [role=option], [data-words], [data-no-words], dialog, .pointer-events-none';
/** A word is underlined once in each of these. */
const PART = 'section, aside, form, main';
/** The page is read again when it has been still so long, ms. */
const STILL = 250;
const HIGHLIGHT = 'glossary-word';

interface Marked {
  word: string;
  range: Range;
}

/** Every word of the glossary on the page, and each where it is underlined: once in every part. */
function readPage(main: HTMLElement): { marked: Marked[]; words: string[] } {
  const marked: Marked[] = [];
  const words = new Set<string>();
  const seen = new Map<Element, Set<string>>();
  const walker = document.createTreeWalker(main, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const parent = node.parentElement;
    if (!parent || parent.closest('[data-words]')) continue;
    for (const { word, from, to } of wordsIn(node.nodeValue ?? '')) {
      words.add(word);
      if (parent.closest(NOT_IN)) continue;
      const part = parent.closest(PART) ?? main;
      const had = seen.get(part) ?? new Set<string>();
      if (had.has(word)) continue;
      seen.set(part, had.add(word));
      const range = document.createRange();
      range.setStart(node, from);
      range.setEnd(node, to);
      marked.push({ word, range });
    }
  }
  return { marked, words: [...words].sort((a, b) => a.localeCompare(b)) };
}

const covers = (range: Range, x: number, y: number) =>
  [...range.getClientRects()].some(
    ({ left, right, top, bottom }) => x >= left && x <= right && y >= top && y <= bottom,
  );

/**
 * The words of the trade that stand on the page: each underlined where it stands and opened by a touch on itself; at the
 * foot, for whoever has no pointer and on paper, all of them with their sentences. Nothing of the page is drawn anew.
 */
export default function WordsHere({ main }: { main: HTMLElement }) {
  const [words, setWords] = useState<string[]>([]);
  const [open, setOpen] = useState<Marked | null>(null);
  const marked = useRef<Marked[]>([]);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const read = () => {
      const page = readPage(main);
      marked.current = page.marked;
      setWords((was) => (was.join() === page.words.join() ? was : page.words));
      // underlined without a change of the page, where the browser can
      if ('highlights' in CSS)
        CSS.highlights.set(HIGHLIGHT, new Highlight(...page.marked.map(({ range }) => range)));
    };
    const soon = () => {
      clearTimeout(timer);
      timer = setTimeout(read, STILL);
    };
    const observer = new MutationObserver(soon);
    observer.observe(main, { childList: true, characterData: true, subtree: true });
    read();
    const onClick = (event: MouseEvent) => {
      if (event.defaultPrevented || !(event.target instanceof Element) || event.target.closest(NOT_IN))
        return;
      // who marks text to copy it asks for no word
      if (!document.getSelection()?.isCollapsed) return;
      const hit = marked.current.find(({ range }) => covers(range, event.clientX, event.clientY));
      if (hit) setOpen(hit);
    };
    main.addEventListener('click', onClick);
    return () => {
      clearTimeout(timer);
      observer.disconnect();
      main.removeEventListener('click', onClick);
      if ('highlights' in CSS) CSS.highlights.delete(HIGHLIGHT);
    };
  }, [main]);
  return (
    <div data-words className="mt-4 break-inside-avoid print:mt-0">
      <Popover.Root open={open !== null} onOpenChange={(next) => !next && setOpen(null)}>
        {open && <Popover.Anchor virtualRef={{ current: open.range }} />}
        <Popover.Portal>
          <Popover.Content
            side="bottom"
            align="start"
            sideOffset={4}
            collisionPadding={12}
            aria-label={open?.word}
            className="sheet z-20 max-w-[22rem] border-l-4 border-l-verdigris px-3 py-2 shadow-lg"
          >
            {open && <WordSaid word={open.word} />}
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
      {words.length > 0 && (
        <Fold summary="Words on this page" summaryClass="text-[0.95rem] text-faint">
          <dl className="grid gap-x-8 gap-y-1 pb-3 md:grid-cols-2 print:block print:columns-3 print:gap-x-4 print:pb-0 print:text-[0.8rem]">
            {words.map((word) => (
              <div key={word} className="break-inside-avoid">
                <WordSaid word={word} />
              </div>
            ))}
          </dl>
        </Fold>
      )}
    </div>
  );
}

const WordSaid = ({ word }: { word: string }) => (
  <>
    <dt className="mr-2 inline font-serif font-semibold">{word}</dt>
    <dd className="inline">{sayWord(word)}</dd>
  </>
);
