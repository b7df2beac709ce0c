import { PAPER_SIZES, type PaperSize } from '@upright-elder/core/papers';
import { recall, remember } from './remembered.js';

const KEY = 'paper size';

/** The paper that is in the printer, as it was chosen here last. */
export const paperSize = (): PaperSize => PAPER_SIZES.find((one) => one === recall(KEY)) ?? 'A4';

export const rememberPaperSize = (size: PaperSize): void => remember(KEY, size);
