/** The schools that a judgement hangs on, in words. */
export const SCHOOL_WORDS = {
  straightedge: {
    name: 'A straightedge on the frets meets the bridge',
    ways: {
      level: 'level with its top',
      'just above': 'just above it',
      'above before the strings pull': '1/16 in above it, before the strings pull',
    },
  },
  cracks: {
    name: 'A crack along the grain',
    ways: { now: 'is closed and glued now', 'watch first': 'is watched through the damp season first' },
  },
  belly: {
    name: 'A folded belly',
    ways: {
      flatten: 'is flattened by warmth',
      accept: 'is accepted, the saddle trimmed',
      'set the neck to it': 'is kept, the neck reset to it',
    },
  },
  seasons: {
    name: 'For the seasons',
    ways: {
      'held air': 'one saddle, and the air held',
      'two saddles': 'two saddles',
      'safe height': 'a safe height, and live with it',
    },
  },
} as const;
