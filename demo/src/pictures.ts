import sharp from 'sharp';

/** What a camera would see of an invented instrument. */
export interface Look {
  /** colour of the top */
  top: string;
  burst: boolean;
  archtop: boolean;
  strings: 6 | 12;
}

/** What changes from one photograph to the next. */
export interface Condition {
  /** lean of the bridge, degrees; gap under its back edge, mm; length of a crack below it, mm */
  lean: number;
  gap: number;
  crack: number;
  /** how the light fell, so that no two photographs are alike */
  light: number;
}

const WIDTH = 1200;
const HEIGHT = 900;
const WOOD = '#4a2f1d';

/** A photograph of the front, drawn. */
export function frontPicture(look: Look, condition: Condition): Promise<Buffer> {
  const hole = look.archtop
    ? `<path d="M500 380q-26 60-4 140M700 380q26 60 4 140" stroke="#1a120c" stroke-width="16" fill="none" stroke-linecap="round"/>`
    : `<circle cx="600" cy="330" r="74" fill="#1a120c"/><circle cx="600" cy="330" r="84" fill="none" stroke="${WOOD}" stroke-width="7"/>`;
  const strings = Array.from({ length: look.strings }, (_, i) => {
    const x = 578 + (44 * i) / (look.strings - 1);
    const lower = 566 + (68 * i) / (look.strings - 1);
    return `<path d="M${x} 0 ${lower} ${look.archtop ? 850 : 590}" stroke="#d9d4c8" stroke-width="${look.strings === 12 ? 1.6 : 2.4}"/>`;
  }).join('');
  const crack =
    condition.crack > 0
      ? `<path d="M668 625q6 ${condition.crack / 2} 2 ${condition.crack}" stroke="#20130b" stroke-width="4" fill="none"/>`
      : '';
  return photograph(
    `<path d="M600 215c70 0 112 10 138 46 26 40-2 78-10 118-10 50 118 90 118 236 0 168-120 222-246 222S354 783 354 615c0-146 128-186 118-236-8-40-36-78-10-118 26-36 68-46 138-46z" fill="${look.top}" stroke="${WOOD}" stroke-width="12"/>
     ${look.burst ? `<ellipse cx="600" cy="560" rx="190" ry="270" fill="#e8b765" opacity="0.55" filter="url(#soft)"/>` : ''}
     ${hole}
     <path d="M574 0h52v332h-52z" fill="#2a1a10"/>
     ${Array.from({ length: 12 }, (_, i) => `<path d="M574 ${18 + i * 25}h52" stroke="#b9b2a2" stroke-width="3"/>`).join('')}
     <path d="M520 560h160q14 0 14 16t-14 18H520q-14 0-14-18t14-16z" fill="#2e1c11"/>
     <path d="M556 570h88" stroke="#efe7d2" stroke-width="6"/>
     ${crack}${strings}`,
    condition.light,
  );
}

/** A photograph of the bridge from the side, drawn: lean and gap as they are. */
export function bridgePicture(look: Look, condition: Condition): Promise<Buffer> {
  const { lean, gap } = condition;
  return photograph(
    `<path d="M0 640q600 ${-26 - lean * 8} 1200 0v260H0z" fill="${look.top}"/>
     <path d="M0 640q600 ${-26 - lean * 8} 1200 0" stroke="${WOOD}" stroke-width="6" fill="none"/>
     <path d="M760 ${628 - lean * 3}q60 ${-gap * 26} 130 ${-gap * 30}v${gap * 34}z" fill="#120b07"/>
     <g transform="rotate(${-lean} 600 620)">
       <path d="M330 620q20-70 120-84h300q110 14 140 ${84 - gap * 30}z" fill="#2e1c11"/>
       <path d="M560 490h34v60h-34z" fill="#efe7d2"/>
       <circle cx="720" cy="540" r="20" fill="#efe7d2"/>
     </g>
     <path d="M0 474 576 486 716 540" stroke="#d9d4c8" stroke-width="6" fill="none"/>`,
    condition.light,
  );
}

const drawn = (defs: string, body: string) =>
  Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}"><defs>${defs}</defs>${body}</svg>`,
  );
const over = (paint: string) => `<rect width="100%" height="100%" ${paint}/>`;

let grain: Promise<Buffer> | null = null;

/** The grain that lies over every photograph; it takes most of a second, so it is drawn once. */
function grained(): Promise<Buffer> {
  grain ??= sharp(
    drawn(
      '<filter id="grain"><feTurbulence type="fractalNoise" baseFrequency="0.9 0.012" numOctaves="2" seed="7"/><feColorMatrix values="0 0 0 0 0.2 0 0 0 0 0.12 0 0 0 0 0.05 0 0 0 0.35 -0.08"/></filter>',
      over('filter="url(#grain)"'),
    ),
  )
    .png({ compressionLevel: 1 })
    .toBuffer();
  return grain;
}

/** Grain, light and a little noise over a drawing, as a JPEG. */
async function photograph(drawing: string, light: number): Promise<Buffer> {
  const bare = drawn(
    '<filter id="soft"><feGaussianBlur stdDeviation="40"/></filter>',
    over('fill="#8d8272"') + drawing,
  );
  const lit = drawn(
    `<radialGradient id="light" cx="${0.35 + 0.3 * light}" cy="0.3" r="0.9"><stop offset="0" stop-color="#fff6e0" stop-opacity="${0.16 + 0.1 * light}"/><stop offset="1" stop-color="#1d120a" stop-opacity="0.35"/></radialGradient>`,
    over('fill="url(#light)"'),
  );
  return sharp(bare)
    .composite([{ input: await grained() }, { input: lit }])
    .jpeg({ quality: 82 })
    .toBuffer();
}
