import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** What stands on the pages of a PDF, and where; its tags and its text. */
export async function readPdf(bytes: Uint8Array) {
  const pdf = await getDocument({ data: bytes.slice(), verbosity: 0 }).promise;
  const pages = [];
  for (let n = 1; n <= pdf.numPages; n++) {
    const page = await pdf.getPage(n);
    const { items } = await page.getTextContent();
    pages.push({
      size: page.view,
      words: items.flatMap((one) => ('str' in one && one.str.trim() !== '' ? [one] : [])),
      tree: JSON.stringify(await page.getStructTree()),
    });
  }
  const text = pages.map(({ words }) => words.map(({ str }) => str).join(' ')).join(' ');
  return { pdf, pages, text };
}
