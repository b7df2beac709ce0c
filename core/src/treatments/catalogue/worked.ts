import { otherwise, type Work } from '../treatment.js';

const CLAMPED = [
  'Dry fit passes',
  'Cauls and clamps laid out, tried dry',
  'Parts warm to the hand, for hide glue',
];
const BRACED = [
  'Parts warm to the hand, for hide glue',
  'Spruce damp, not wet, for hide glue',
  'Caul on the built dome, tried dry',
  'Clamps or jack laid out, tried dry',
];
/** Hours in clamps by glue, from hot hide glue to the others: common practice. */
const OVERNIGHT = { handle: [12, 12] as [number, number] };

/**
 * How treatments are worked whose rows give no steps of their own: what is done, what is ticked before glue, and how long it
 * stays in clamps. Hours of clamps and visits are common practice, or the more cautious house figure; how long until it may
 * carry strings is the row's own wait.
 */
export const WORKED = {
  'glue-splinter': {
    does: 'Lay it back with its fibres in line and glue it; wipe with warm water.',
    ready: ['All pieces found, also inside', 'Fits dry'],
    joins: 'splinter',
    sets: OVERNIGHT,
  },
  'battery-out': { does: 'Take the battery out with gloves on. Wipe the contacts dry, and bag it.' },
  'clean-and-inspect': {
    does: 'Clean barely damp, side by side. Look inside with mirror and lamp: braces, plate, blocks, linings, cracks.',
  },
  'tie-holes': {
    does: 'Try tie beads. If they are not enough, mark and drill the second row inside the tie block.',
  },
  'sister-brace': {
    does: 'Glue the sister along the brace and clamp it.',
    ready: [...BRACED, 'The sister reaches past the break both ways'],
    joins: 'sister to brace',
    sets: OVERNIGHT,
  },
  'make-bridge': {
    does: 'Copy the outline and the pin spacing; leave the thickness full until the neck is set.',
  },
  'saw-heel': {
    look: 'Before the saw: is nothing of metal or carbon in its way?',
    does: 'Saw through the heel only. Fit the inserts, and bolt it dry.',
  },
  'bolt-neck': {
    look: 'Before drilling: is the hole’s place right, and the face flat?',
    does: 'Drill, fit the inserts, and bolt the neck by hand.',
  },
  extension: {
    if: [otherwise('it needs force', 'take wood off the wedge; it may not lift the board.')],
    does: 'Fit the two edge pieces, then the middle. Glue, and clamp without force.',
    ready: ['Rod set', 'Edge pieces fitted, then the middle', 'Straightedge along the board, no kink'],
    joins: 'wedge under the extension',
    sets: OVERNIGHT,
  },
  'level-board': {
    look: 'Before the first stroke: frets out, rod at neutral, what is left at the edges measured?',
    does: 'Level with the least strokes that do it, radius kept. Cut the slots to depth again.',
  },
  'board-off': {
    if: [
      otherwise('celluloid dots or binding stay on', 'no heat: take them off first, or leave the board on.'),
    ],
    does: 'Warm the board and work two knives in from the body end. It takes as long as it takes.',
    about: 45,
    on: {
      holds: 'The rod works under load, its slot is clean, and the dowels fit.',
      does: 'Glue with little water, a straight caul and square clamps.',
      ready: [...CLAMPED, 'Rod tried under load, slot kept free of glue', 'Dowels in their holes'],
      joins: 'board to neck',
      sets: { handle: [24, 24] },
    },
  },
  'mend-board': {
    does: 'Glue with pressure in every corner; a wedge where the clamp does not reach.',
    ready: CLAMPED,
    joins: 'the broken piece',
    sets: OVERNIGHT,
  },
  'back-off': {
    look: 'Before the blade goes in: rim in its form, binding numbered, the owner’s written yes?',
    does: 'Take binding and purfling off whole, then the back, a hand’s breadth at a time.',
    on: {
      holds: 'The overhang mark is on its line all round, dry.',
      does: 'Glue the back on in the form, then the binding by its numbers.',
      ready: ['Rim still in its form', 'Linings and brace inlets clean', 'Clamps all round, tried dry'],
      joins: 'back to rim',
      sets: { handle: [24, 24] },
    },
  },
  'stiffen-neck': {
    look: 'Before the router: 5 mm of neck left under the slot, the owner’s written yes?',
    does: 'Cut the slots in passes of 3 mm. Glue the bars in.',
    ready: ['5 mm of neck left, measured', 'Bars fit dry, full length', 'Extraction on, skin covered'],
    joins: 'bars to neck',
    sets: { handle: [24, 24] },
  },
  'spot-level': {
    does: 'File the high fret only, and crown it. Rock the rule over three again after each stroke.',
  },
  'pull-frets': { does: 'Heat each fret, and pull with small bites. Keep them in order, bass ends marked.' },
  'fret-ends': { does: 'File the ends flush, then round them. Nothing off the binding.' },
  hardware: {
    does: 'Find it in this order: string ends, tuner nuts, rod, wires, label, brace. Then fix it.',
  },
  intonation: { does: 'Fit the saddle dry, check every string, mark the breaks, and glue it with a drop.' },
  colour: {
    does: 'Wipe on thin coats in the loss only, 1½–2 h apart. Level the next day.',
    coats: { number: 6, hours: [1.5, 2] },
  },
  'glue-lining': {
    does: 'Work glue in from inside and clamp; cleat a side crack.',
    ready: CLAMPED,
    joins: 'lining to side',
    sets: OVERNIGHT,
  },
  'second-saddle': { does: 'Fit the second saddle for the other season. Mark both with their months.' },
  'solid-plate': {
    look: 'Before anything is cut inside: the owner’s written yes, no heat near the top?',
    does: 'Take the heavy plate out dry, let solid wood in from inside, and glue it on a caul to the built dome.',
    ready: BRACED,
    joins: 'solid wood to top',
    sets: { handle: [24, 24] },
  },
  'splint-crack': {
    does: 'Cut a wedge-shaped sliver, grain along, glue it in, and level it without touching the finish.',
    ready: [
      'Moisture steady for two weeks',
      'Sliver fits dry to its whole length',
      'Warm water and cloth ready',
    ],
    joins: 'splint',
    sets: OVERNIGHT,
  },
  'watch-crack': { does: 'Mark both ends inside or on a photograph, with the date.' },
  'centre-seam': {
    does: 'Work glue through, pull the halves level, clamp, and cleat inside the next day.',
    ready: CLAMPED,
    joins: 'centre seam',
    sets: OVERNIGHT,
  },
  'guard-crack': {
    does: 'Take the guard off, let the crack come together for a week, glue it, and fit the guard on sealed wood.',
    ready: ['Guard off, wood sealed', 'The crack closes by hand', 'Cauls clear the braces'],
    joins: 'crack along the guard',
    sets: OVERNIGHT,
  },
  'board-crack': {
    does: 'Glue the crack, and a thin strip or cleats under the extension, clear of later neck work.',
    ready: CLAMPED,
    joins: 'crack beside the board',
    sets: OVERNIGHT,
  },
  'lift-hole': {
    does: 'Lift brace and block to plane with a shaped caul, and glue both.',
    ready: [...BRACED, 'The hole is in plane, measured'],
    joins: 'transverse brace and block',
    sets: { handle: [24, 24] },
  },
  'hole-edge': {
    does: 'Glue every piece back in its place.',
    ready: ['All pieces fit dry'],
    joins: 'edge of the sound hole',
    sets: OVERNIGHT,
  },
  'let-in-patch': {
    does: 'Bevel the smallest patch that does, glue it in, and back it inside.',
    ready: CLAMPED,
    joins: 'patch',
    sets: { handle: [24, 24] },
  },
  'impact-crack': {
    does: 'Push it back dry from inside with shaped cauls, glue, and cleat or cloth it the next day.',
    ready: CLAMPED,
    joins: 'set-back wood',
    sets: OVERNIGHT,
  },
  'reglue-back-brace': {
    does: 'Clean the joint, glue, and clamp on a caul that keeps the arch of the back.',
    ready: CLAMPED,
    joins: 'back brace',
    sets: OVERNIGHT,
  },
  'close-rim': {
    if: [otherwise('more than 2 mm are missing', 'no force: find what moved first.')],
    does: 'Clean out the old glue, bring the rim to its line by hand, glue, and clamp all round.',
    ready: CLAMPED,
    joins: 'rim to lining',
    sets: OVERNIGHT,
  },
  'replace-brace': {
    does: 'Fit the brace to the built dome, date it in pencil, and glue it.',
    ready: BRACED,
    joins: 'new brace to top',
    sets: { handle: [24, 24] },
  },
  'wick-bridge': {
    if: [otherwise('it is deeper than 5 mm, or dirty', 'the bridge comes off.', { adds: 'remove-bridge' })],
    does: 'Feed thin warm hide glue along the edge and clamp through the hole.',
    ready: ['Feeler comes out clean', 'It closes dry under the clamp', 'Caul clear of the braces'],
    joins: 'lifting edge of the bridge',
    sets: OVERNIGHT,
  },
  footprint: {
    does: 'Take the old glue off with damp heat and a scraper. Lay torn fibres back at once.',
    if: [otherwise('fibres are torn deep', 'graft the top.', { adds: 'graft-top' })],
  },
  'glue-bridge': {
    does: 'Glue the split, clamp across, and put the cause right: leaning saddle, tight pins, dry wood.',
    ready: CLAMPED,
    joins: 'split of the bridge',
    sets: { handle: [24, 24] },
  },
  'plug-holes': {
    does: 'Plug with grain as the bridge has it, bore bridge and plate together, and ream to the pin.',
    ready: ['Plate patched', 'Plugs fit dry'],
    joins: 'plugs',
    sets: OVERNIGHT,
  },
  'recut-slot': {
    does: 'Fill the slot with like wood. Lay out its place by measured compensation, and cut it upright.',
  },
  'build-up-bridge': {
    does: 'Glue like wood under the bridge, joint out of sight.',
    ready: CLAMPED,
    joins: 'wood under the bridge',
    sets: { handle: [24, 24] },
  },
  'bridge-place': {
    does: 'Plug the old holes with spruce, and lay out the place by scale, shadow and pins.',
    ready: ['Plugs fit dry, grain along the top'],
    joins: 'plugs in the top',
    sets: OVERNIGHT,
  },
  'glue-headstock': {
    if: [
      otherwise('there is old glue in it', 'take all of it out, or go on to splines.', {
        adds: 'spline-headstock',
      }),
      otherwise('it closes with a step', 'do not glue it: look for a fibre or a chip in the way.'),
    ],
    does: 'Work glue through the whole break and clamp on cauls. The strings never open it.',
    ready: ['Closes dry, no step', 'Every fibre in place', 'Clamps and cauls tried dry'],
    joins: 'headstock to neck',
    sets: { handle: [12, 24] },
  },
  'spline-headstock': {
    look: 'Before the router: clear of rod and tuners, the owner’s written yes?',
    does: 'Cut for splines or overlay, grain along the neck, and glue.',
    ready: CLAMPED,
    joins: 'splines',
    sets: { handle: [24, 24] },
  },
  'headstock-face': {
    does: 'Glue wing, ear or face; celluloid with its own cement and no heat.',
    ready: ['Closes dry', 'Cauls and clamps tried dry'],
    joins: 'headstock wing or face',
    sets: { handle: [12, 24] },
  },
  'glue-heel': {
    if: [otherwise('the heel split off the dovetail', 'the neck comes off.', { adds: 'neck-off' })],
    does: 'Work glue through, and clamp along the heel.',
    ready: ['Closes dry', 'No screw, dowel or bolt in the way', 'Clamps tried dry'],
    joins: 'heel',
    sets: { handle: [12, 24] },
  },
  'open-dowelled': {
    look: 'Before the neck is pulled: finish cut all round, fixings found?',
    does: 'Work a thin warmed blade round the joint in many light passes. No steam.',
    about: null,
  },
  'reset-bolted': {
    does: 'Loosen the extension, unbolt, fit shims or cheeks by contact marks, and tighten by hand.',
    visits: { days: [7, 7], reads: ['torque of the bolts'] },
  },
  'slip-back': {
    look: 'Before the blade goes in: rim in a form, the owner’s written yes?',
    does: 'Slip the back at the heel, seat it dry at the target, then glue.',
    ready: ['Seated dry at the target', 'Rim in its form', 'Clamps tried dry'],
    joins: 'back to heel',
    sets: { handle: [24, 24] },
  },
  'compression-refret': {
    does: 'Fret from the middle outwards. Read the straightness every two frets, and stop in time.',
  },
  'replace-rod': {
    look: 'Before glue: does the new rod work under load?',
    does: 'Draw the old rod and fit one of like kind and length.',
  },
  'twisted-neck': { does: 'Press it by warmth in small steps, or level the twist into board and frets.' },
  'loose-board': {
    does: 'Clean the joint with a warm blade, glue, and clamp on a straight caul. Keep the rod’s slot free.',
    ready: CLAMPED,
    joins: 'board to neck',
    sets: { handle: [12, 24] },
  },
  'seat-fret': {
    does: 'Press the fret down with a radiused caul and wick the tang.',
    ready: ['Finish and board waxed', 'Caul of the right radius'],
    joins: 'fret',
    sets: { handle: [1, 12] },
  },
  'part-refret': {
    does: 'Pull the worn frets, set the same height of wire, and blend it to its neighbours.',
  },
  'raise-arch': {
    if: [otherwise('it does not stay up', 'ease less a day, and damp less; force cracks it.')],
    does: 'Ease the arch up a little a day by jack and damp warmth, then fit and glue the bars to it.',
    ready: ['The arch is where it was built, measured twice', ...CLAMPED],
    joins: 'bars to the raised arch',
    sets: { handle: [24, 24] },
  },
  'fhole-crack': {
    does: 'Bring the wing level by a thread or a caul through the hole, glue, and cleat inside.',
    ready: CLAMPED,
    joins: 'wing of the f-hole',
    sets: OVERNIGHT,
  },
  'lay-finish': {
    does: 'Feed conservation resin, or like finish, under each flake and lay it down. No sanding.',
  },
  binding: {
    does: 'Glue it with its own cement, taped on new finish only; gain length by a short joint.',
    ready: ['Plastic known, its own cement', 'Length fits dry'],
    joins: 'binding',
    sets: { handle: [24, 24] },
  },
  'treat-pests': {
    does: 'Bag it with its case, label the bag, and send it to the specialist or begin the treatment.',
  },
  'dry-mould': { does: 'Brush outdoors with a respirator on, then let it dry slowly and air it.' },
} satisfies Record<string, Work>;
