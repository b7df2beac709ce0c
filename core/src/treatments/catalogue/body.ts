import { days, row } from '../treatment.js';

/** Damp, top, back, sides; bridge. */
export const BODY = {
  'bring-down-damp': row(
    'moisture',
    'Bring the damp instrument down',
    0.25,
    days(14, 60),
    1,
    'Mould and pests looked for, slackened; about 5 % a week, no heater; cracks, seams and braces looked at on every visit.',
  ),
  'splint-crack': row(
    'cracks',
    'Splint the crack that will not close',
    [1.5, 3],
    36,
    3,
    'Moisture steady for two weeks; like wood, grain along, levelled without touching the finish.',
    { glues: true },
  ),
  'lift-hole': row(
    'inside',
    'Sunken sound hole: glue brace and block',
    [2, 4],
    72,
    2,
    'Brace and block probed, lifted to plane by a shaped caul before glue; before the neck angle.',
    { glues: true, cautions: ['support'] },
  ),
  'reglue-back-brace': row(
    'inside',
    'Reglue the back brace',
    0.75,
    12,
    1,
    'Moisture in the window, strings off; the back’s arch kept by an outside caul.',
    { glues: true, cautions: ['support'] },
  ),
  'wick-bridge': row(
    'bridge',
    'Lifting edge of the bridge: wick and clamp',
    0.75,
    [36, 60],
    2,
    'Under 5 mm deep at a corner, old hide joint, clean, closes dry; a stopgap: look again in three months.',
    { glues: true, cautions: ['support'] },
  ),
  'glue-bridge': row(
    'bridge',
    'Glue the split bridge',
    1,
    [48, 72],
    2,
    'It closes dry; the cause is put right too.',
    {
      glues: true,
    },
  ),
};
