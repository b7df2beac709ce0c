import type { Hand } from './bench-hand.js';

/** From the empty page to a shop with its room, by keys; `measures` is what a hand sets besides the name. */
export async function setUpShop(
  hand: Hand,
  measures: () => Promise<void> = () => Promise.resolve(),
): Promise<void> {
  await hand.sees('Who works here');
  await hand.isAt('Name');
  await hand.line('Isbel Crane');
  // the next step has the hand
  await hand.sees('Save and go on');
  await hand.isAt('Name of the workshop');
  await hand.replace('Lantern Yard');
  await measures();
  await hand.keys('Enter');
  await hand.sees('Its humidity makes the seasons');
  await hand.isAt('Name of the room');
  await hand.type('Bench');
  await hand.pick('It is', 'workshop');
  await hand.tabTo('Add the room');
  await hand.keys('Enter');
  await hand.sees('Add the first instrument');
  await hand.isAt('Add the first instrument');
}

/** What the form of an instrument asks for besides name and scale, and its save. */
export async function describeInstrument(hand: Hand): Promise<void> {
  await hand.tabTo('Body joint at fret');
  await hand.type('14');
  await hand.pick('Top wood', 'Sit');
  await hand.pick('Playing style', 'med');
  await hand.pick('Strings', 'light');
  await hand.tabBack('Extension, join to board end');
  await hand.keys('Enter');
  await hand.sees('New examination');
}
