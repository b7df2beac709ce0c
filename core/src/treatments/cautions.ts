/** Usual cautions, shown where the step is. They never say that a step is safe. */
export const CAUTIONS = {
  heat: 'Burns: irons, hot plates, heat lamps and glue pots; cover the finish, and keep the run short by the thermometer.',
  steam:
    'Steam burns: only from an open-ended hose on a boiler with a working relief valve; never close, kink or hold a loose hose, and keep eyes away from its couplings. Stop when the second hole stays dry, when water runs into the body, when the finish blisters, or when the top beside the board lifts.',
  celluloid:
    'Celluloid (pickguard, binding and its points at the fret ends, dots, heel cap, headstock face, rosette, end wedge, some tuner buttons) catches fire: no heat on it or within a hand’s width, and off first. Where it cannot come off: shielded, a thermometer on it, 50 °C at most, somebody beside it. None at all where it weeps, smells sour or is crazed through. Its dust burns too.',
  solvent:
    'Solvents and strippers: ventilation, gloves, no flame or spark; rags laid flat outdoors or in a lidded metal can. Never solvent and heat in one room.',
  cyanoacrylate: 'Cyanoacrylate: fumes, skin, eyes; on cotton or tissue it heats up and smokes.',
  dust: 'Dust of hard tropical woods, shell, bone, carbon fibre and old finish: extraction and a respirator; carbon splinters; old finish and metal parts may hold lead.',
  frets: 'Fret metal: its dust sensitises skin, and hardened fret ends fly when they are cut: eyes.',
  mould:
    'Mould, loft and case dust: respirator, brush and filtered vacuum outdoors; it may hold pesticide or lead.',
  machines: 'Router and saws: guards, eye and ear protection.',
  tension:
    'Strings under tension: eyes; clip ends; slacken before opening a joint; a cracked headstock is never tuned up.',
  jacks:
    'Jacks and spring clamps inside can fly: keep your face away from the hole. Strong magnets pinch and jump; keep them from pacemakers and pick-ups.',
  support: 'Heavy clamps and a body on its edge: support it.',
  electrics:
    'Electrics: disconnect; a leaking battery out first, with gloves; mains sets to a qualified technician.',
  uv: 'Ultraviolet lamp: glasses.',
  protected: 'Some woods, ivory, shell and tortoise are protected: papers before moving or selling them.',
} as const;
export type CautionId = keyof typeof CAUTIONS;

/** Said under every list of cautions. */
export const CAUTIONS_DEFER =
  'Usual cautions only: the product’s data sheet, local rules and licensed practice come first.';
