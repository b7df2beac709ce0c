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
      afterWork: false,
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
