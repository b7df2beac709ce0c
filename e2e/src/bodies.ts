/** Bodies as any client sends them, for programs that are filled without the interface. */
export function instrumentBody(by: string, nickname: string) {
  return {
    version: 0,
    by,
    nickname,
    maker: '',
    identity: '',
    doubtful: [],
    owner: '',
    complaint: '',
    playingStyle: 'medium',
    reliefSchool: 'moderate',
    homeRoomId: null,
    type: 'flat-top',
    bodyJoin: 14,
    stringSet: 'light',
    designStringSet: null,
    tuning: 'standard',
    topSpecies: 'sitka-spruce',
    laminatedTop: false,
    construction: '',
    rod: 'none',
    scale: { text: '645', unit: 'mm' },
  };
}

export function examinationBody(instrumentId: string, by: string, date: string, notes = '') {
  const reading = (quantity: string, text: string) => ({ quantity, place: 'both', text, unit: 'mm' });
  return {
    version: 0,
    instrumentId,
    by,
    date,
    notes,
    protocol: 'full',
    findings: [],
    conditions: {
      humidity: '50',
      temperature: '20',
      temperatureUnit: '°C',
      strings: 'pitch',
      reliefFrom: 1,
      reliefTo: 14,
    },
    readings: [
      reading('action12', '7/64'),
      reading('relief', '0.2'),
      reading('firstFretGap', '0.48'),
      reading('straightedge', '0.5'),
      reading('saddleShowing', '5'),
    ],
  };
}

/** A plan with one brace across. */
export function planBody(by: string, braces = 1) {
  const taper = { start: 0.3, end: 0.3, left: 0.25 };
  return {
    version: 0,
    by,
    outline: { shape: 'concert', length: 0.483, widths: [] },
    holes: [{ kind: 'round', path: [[0, 0.342]], size: 0.048 }],
    bridge: { from: 0.192, to: 0.22, halfWidth: 0.078, saddleAt: 0.21 },
    plate: null,
    braces: Array.from({ length: braces }, (_, i) => ({
      id: `brace ${i + 1}`,
      name: `brace ${i + 1}`,
      kind: 'other',
      path: [
        [-0.1, 0.08 + (0.3 * i) / Math.max(1, braces)],
        [0.1, 0.09 + (0.3 * i) / Math.max(1, braces)],
      ],
      width: 0.006,
      height: 0.008,
      taper,
      wood: 'sitka-spruce',
    })),
  };
}

/** A sighting of a mark of which nothing is said; a bench runs without the contract's classes. */
export const UNSEEN = {
  examinationId: null,
  from: null,
  to: null,
  ruler: null,
  width: null,
  depth: null,
  through: null,
  state: 'quiet',
  cleated: false,
  note: '',
};
