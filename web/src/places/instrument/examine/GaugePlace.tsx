import type { Place, QuantityId } from '@upright-elder/core/readings';
import type { ReactNode } from 'react';

/** Where the gauge goes: a small drawing of the part, with the place marked. */
type View = 'side' | 'plan' | 'board' | 'nut' | 'bridge' | 'pins' | 'arch';
type Spot = readonly [x: number, y: number];

const WIDTH = 260;
const HEIGHT = 96;

/** Spots along the plan's centre line are to scale: the saddle stands at x = 92, 1 mm is 0.42. */
const ALONG: Partial<Record<Place, Spot>> = {
  behind120: [42, 48],
  behind80: [58, 48],
  behind40: [75, 48],
  before25: [102, 48],
  before60: [117, 48],
  holeEdge: [133, 48],
};
const STRINGS: Partial<Record<Place, Spot>> = Object.fromEntries(
  (['string6', 'string5', 'string4', 'string3', 'string2', 'string1'] as const).map((place, i) => [
    place,
    [50 + i * 32, 42],
  ]),
);
const WINGS: Partial<Record<Place, Spot>> = { bassWing: [66, 42], middle: [130, 38], trebleWing: [194, 42] };

/** Between the outer pin holes and the edges of the board, carried on to the bridge. */
const PIN_GAPS: Partial<Record<Place, Spot>> = { bass: [92, 76], treble: [92, 20] };

const PLACED: Record<QuantityId, { view: View; spots: Partial<Record<Place, Spot>> }> = {
  action12: { view: 'side', spots: { bass: [112, 27], treble: [112, 27] } },
  relief: { view: 'side', spots: { bass: [72, 29], treble: [72, 29] } },
  firstFretGap: { view: 'side', spots: { bass: [27, 30], treble: [27, 30] } },
  straightedge: { view: 'side', spots: { bass: [184, 34], treble: [184, 34] } },
  saddleShowing: { view: 'side', spots: { bass: [196, 26], treble: [196, 26] } },
  bridgeTilt: { view: 'side', spots: { centre: [200, 42] } },
  fretPlane: { view: 'side', spots: { bass: [190, 44], treble: [190, 44] } },
  breakAngle: { view: 'side', spots: { bass: [205, 30], treble: [205, 30] } },
  neckTwist: { view: 'side', spots: { centre: [27, 40] } },
  jointGap: { view: 'side', spots: { bassCheek: [139, 58], trebleCheek: [139, 58], heelCap: [139, 76] } },
  wheelHeight: { view: 'arch', spots: { bass: [108, 34], treble: [152, 34] } },
  archHeight: { view: 'arch', spots: { bass: [104, 50], treble: [156, 50] } },
  backArch: { view: 'arch', spots: { centre: [130, 84] } },
  bow: {
    view: 'board',
    spots: { fret3: [62, 48], fret5: [90, 48], fret7: [116, 48], fret9: [139, 48], fret11: [160, 48] },
  },
  radius: {
    view: 'board',
    spots: { fret1: [34, 48], fret7: [116, 48], fret12: [170, 48], boardEnd: [232, 48] },
  },
  fretHeight: { view: 'board', spots: { lowest: [34, 62], highest: [170, 62] } },
  intonation: {
    view: 'board',
    spots: Object.fromEntries(
      (['string6', 'string5', 'string4', 'string3', 'string2', 'string1'] as const).map((place, i) => [
        place,
        [170, 32 + i * 6.4],
      ]),
    ),
  },
  pinGap: { view: 'pins', spots: PIN_GAPS },
  edgeOutside: { view: 'pins', spots: PIN_GAPS },
  nutSlot: { view: 'nut', spots: STRINGS },
  firstFretGapInner: { view: 'nut', spots: STRINGS },
  nutWidth: { view: 'nut', spots: { centre: [130, 62] } },
  saddleSlot: { view: 'bridge', spots: { bass: [76, 36], middle: [130, 36], treble: [184, 36] } },
  bridgeThickness: { view: 'bridge', spots: WINGS },
  bridgeGap: { view: 'bridge', spots: { bassWing: [66, 60], middle: [130, 62], trebleWing: [194, 60] } },
  bridgeGapDepth: { view: 'bridge', spots: { bassWing: [66, 60], middle: [130, 62], trebleWing: [194, 60] } },
  bridgeGapLength: { view: 'bridge', spots: { centre: [130, 62] } },
  plateThickness: { view: 'plan', spots: { centre: [96, 48] } },
  plateSize: { view: 'plan', spots: { along: [96, 48], across: [96, 48] } },
  bellyBehindBridge: { view: 'plan', spots: { centre: ALONG.behind40! } },
  bellyAlong: { view: 'plan', spots: ALONG },
  bellyAcross: {
    view: 'plan',
    spots: { bass120: [75, 88], bass60: [75, 72], treble60: [75, 24], treble120: [75, 8] },
  },
  soundHole: { view: 'plan', spots: { along: [154, 48], across: [154, 48] } },
};

const DRAWN: Record<View, ReactNode> = {
  side: (
    <>
      <path d="M14 37h126v8H14z" fill="currentColor" opacity="0.45" />
      <path d="M128 45h14v36h-8q-2-22-6-36z" fill="currentColor" opacity="0.3" />
      <path d="M142 50c30 0 40-2 62-2s34 4 46 4" fill="none" stroke="currentColor" strokeWidth="2" />
      <path d="M142 50v34h108V52" fill="none" stroke="currentColor" strokeWidth="1" opacity="0.6" />
      <path d="M178 42h36v6h-36z" fill="currentColor" opacity="0.7" />
      <path d="M194 32h4v10h-4z" fill="currentColor" />
      <path d="M14 33 196 31l14 12" fill="none" stroke="currentColor" strokeWidth="1.2" />
    </>
  ),
  plan: (
    <>
      <path
        d="M14 48C14 10 40 2 78 3c30 1 52 12 78 12 24 0 46-8 66 4 14 8 16 50 0 58-20 12-42 4-66 4-26 0-48 11-78 12C40 94 14 86 14 48z"
        fill="none"
        stroke="currentColor"
        strokeWidth="1.8"
      />
      <circle cx="154" cy="48" r="21" fill="none" stroke="currentColor" strokeWidth="1.6" />
      <path d="M86 15h13v66H86z" fill="currentColor" opacity="0.55" />
      <path d="M206 38h48M206 58h48" stroke="currentColor" strokeWidth="1.4" />
    </>
  ),
  pins: (
    <>
      <path d="M76 6h32v84H76z" fill="currentColor" opacity="0.3" />
      {[27, 35, 44, 52, 61, 69].map((y) => (
        <circle key={y} cx="92" cy={y} r="2.6" fill="currentColor" />
      ))}
      <path d="M150 16h96v64h-96z" fill="currentColor" opacity="0.18" />
      <path d="M246 16H60M246 80H60" stroke="currentColor" strokeWidth="1.2" strokeDasharray="5 3" />
      <text x="44" y="20" fontSize="13" fill="currentColor">
        +
      </text>
      <text x="44" y="84" fontSize="13" fill="currentColor">
        +
      </text>
    </>
  ),
  board: (
    <>
      <path d="M18 28h222v40H18z" fill="currentColor" opacity="0.18" />
      <path d="M18 26v44" stroke="currentColor" strokeWidth="3" />
      {[34, 49, 62, 76, 90, 103, 116, 128, 139, 150, 160, 170, 179, 188, 196, 204, 211, 218].map((x) => (
        <path key={x} d={`M${x} 28v40`} stroke="currentColor" strokeWidth="1.2" />
      ))}
    </>
  ),
  nut: (
    <>
      <path d="M26 46h208v18H26z" fill="currentColor" opacity="0.5" />
      <path d="M26 64h208v14H26z" fill="currentColor" opacity="0.22" />
      {[50, 82, 114, 146, 178, 210].map((x, i) => (
        <circle key={x} cx={x} cy={45} r={5.5 - i * 0.6} fill="currentColor" />
      ))}
    </>
  ),
  bridge: (
    <>
      <path d="M30 48q60-14 100-14t100 14l-4 10H34z" fill="currentColor" opacity="0.5" />
      <path d="M70 34h120v4H70z" fill="currentColor" />
      {[90, 106, 122, 138, 154, 170].map((x) => (
        <circle key={x} cx={x} cy={48} r="3" fill="var(--sheet)" stroke="currentColor" />
      ))}
      <path d="M10 62h240" stroke="currentColor" strokeWidth="2" />
    </>
  ),
  arch: (
    <>
      <path d="M16 66q56-18 114-18t114 18" fill="none" stroke="currentColor" strokeWidth="2" />
      <path
        d="M16 66v12q56 14 114 14t114-14V66"
        fill="none"
        stroke="currentColor"
        strokeWidth="1.4"
        opacity="0.7"
      />
      <path d="M96 44h68v6H96zM102 24h56v6h-56z" fill="currentColor" opacity="0.7" />
      <path d="M108 30v14M152 30v14" stroke="currentColor" strokeWidth="2.4" />
    </>
  ),
};

export function GaugePlace({ quantity, place }: { quantity: QuantityId; place: Place | null }) {
  const { view, spots } = PLACED[quantity];
  const marked = Object.entries(spots) as [Place, Spot][];
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="w-full text-faint" aria-hidden="true">
      {DRAWN[view]}
      {marked.map(([one, [x, y]]) => (
        <circle
          key={one}
          cx={x}
          cy={y}
          r={one === place ? 9 : 5}
          fill={one === place ? 'var(--verdigris-soft)' : 'none'}
          fillOpacity="0.7"
          stroke="var(--verdigris)"
          strokeWidth={one === place ? 3 : 1.5}
          opacity={one === place || place === null ? 1 : 0.5}
        />
      ))}
    </svg>
  );
}
