/** Usual cautions, shown where the step is. They never say that a step is safe. */
export const CAUTIONS = {
  heat: 'Burns: irons, hot plates, heat lamps, glue pots. Cover the finish; keep each run short, by the thermometer.',
  steam:
    'Steam burns: only from an open-ended hose on a boiler with a working relief valve; never close, kink or hold a loose hose, and keep eyes away from its couplings. Stop when the second hole stays dry, when water runs into the body, when the finish blisters, or when the top beside the board lifts.',
  celluloid:
    'Celluloid (pickguard, binding and its points at the fret ends, dots, heel cap, headstock face, rosette, end wedge, some tuner buttons) catches fire: no heat on it or within a hand’s width, and off first. Where it cannot come off: shielded, a thermometer on it, 50 °C at most, never left alone. None at all where it weeps, smells sour or is crazed through. Its dust burns too.',
  solvent:
    'Solvents and strippers: ventilation, gloves, no flame or spark; rags laid flat outdoors or in a lidded metal can. Never solvent and heat in one room.',
  cyanoacrylate: 'Cyanoacrylate: fumes, skin, eyes; on cotton or tissue it heats up and smokes.',
  dust: 'Dust of hard tropical woods, shell, bone, carbon fibre and old finish: extraction and a respirator; carbon splinters; old finish and metal parts may hold lead.',
  frets: 'Fret metal: the dust sensitises skin, and hardened ends fly when cut. Protect your eyes.',
  mould:
    'Mould, loft and case dust: respirator, brush and filtered vacuum outdoors; it may hold pesticide or lead.',
  machines: 'Router and saws: guards, eye and ear protection.',
  tension:
    'Strings under tension: protect your eyes, clip the ends, slacken before you open a joint. Never tune up a cracked headstock.',
  jacks:
    'Jacks and spring clamps inside can fly: keep your face away from the hole. Strong magnets pinch and jump; keep them from pacemakers and pick-ups.',
  support: 'Heavy clamps, or a body on its edge: support it.',
  electrics:
    'Electrics: disconnect. Take a leaking battery out first, with gloves. Mains sets go to a qualified technician.',
  uv: 'Ultraviolet lamp: glasses.',
  protected: 'Some woods, ivory, shell and tortoise are protected: papers before moving or selling them.',
} as const;
export type CautionId = keyof typeof CAUTIONS;

/** Said under every list of cautions. */
export const CAUTIONS_DEFER =
  'Only the usual cautions: the product’s data sheet, local rules and licensed practice come first.';
