export const RODS = ['adjustable', 'none', 'unknown'] as const;
export type Rod = (typeof RODS)[number];

/** What of an instrument may not be what it says. */

export const IDENTITY_PARTS = [
  'maker',
  'year',
  'serial',
  'label',
  'top',
  'neck',
  'fingerboard',
  'bridge',
  'bridge plate',
  'finish',
  'tuners',
  'scale length',
  'body joint',
] as const;
export type IdentityPart = (typeof IDENTITY_PARTS)[number];

/** The lengths of an instrument, by field; the same list serves server and form. */

export const INSTRUMENT_LENGTHS = [
  'scale',
  'targetBass',
  'targetTreble',
  'heelDepth',
  'heelWidth',
  'extension',
  'bodyLength',
  'bodyWidth',
  'archHeight',
  'topThickness',
  'domeRadius',
  'stringHeight',
  'stringHeightBefore',
  'builtBridge',
  'nutWidth',
  'stringSpread',
] as const;
export type InstrumentLength = (typeof INSTRUMENT_LENGTHS)[number];

/** The amounts of an instrument, by field. */

export const INSTRUMENT_AMOUNTS = ['marketValue', 'worthToOwner', 'budget'] as const;
export type InstrumentAmount = (typeof INSTRUMENT_AMOUNTS)[number];

/** What each length can be, m: outside is refused with these words. */

export const INSTRUMENT_LENGTH_LIMITS: Record<InstrumentLength, { from: number; to: number; range: string }> =
  {
    scale: { from: 0.3, to: 1, range: 'from 300 to 1000 mm (12 to 39 in)' },
    targetBass: { from: 0.0005, to: 0.012, range: 'from 0.5 to 12 mm' },
    targetTreble: { from: 0.0005, to: 0.012, range: 'from 0.5 to 12 mm' },
    heelDepth: { from: 0.03, to: 0.2, range: 'from 30 to 200 mm' },
    heelWidth: { from: 0.02, to: 0.12, range: 'from 20 to 120 mm' },
    extension: { from: 0, to: 0.25, range: 'from 0 to 250 mm' },
    bodyLength: { from: 0.2, to: 0.7, range: 'from 200 to 700 mm' },
    bodyWidth: { from: 0.15, to: 0.6, range: 'from 150 to 600 mm' },
    archHeight: { from: 0.003, to: 0.05, range: 'from 3 to 50 mm' },
    topThickness: { from: 0.001, to: 0.008, range: 'from 1 to 8 mm' },
    domeRadius: { from: 1, to: 50, range: 'from 1 to 50 m (3.3 to 164 ft)' },
    stringHeight: { from: 0.001, to: 0.06, range: 'from 1 to 60 mm' },
    stringHeightBefore: { from: 0.001, to: 0.06, range: 'from 1 to 60 mm' },
    builtBridge: { from: 0.002, to: 0.03, range: 'from 2 to 30 mm' },
    nutWidth: { from: 0.025, to: 0.08, range: 'from 25 to 80 mm' },
    stringSpread: { from: 0.03, to: 0.1, range: 'from 30 to 100 mm' },
  };
