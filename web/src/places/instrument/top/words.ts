import type { Unknown } from '@upright-elder/core/top';

/** What would narrow a range most, once it is measured or known. */
export const NARROWS: Record<Unknown, string> = {
  thickness: 'Measuring the thickness of the top through the sound hole would narrow them most.',
  domeRadius: 'Knowing the dome it was built on would narrow them most.',
  stringHeight: 'Measuring the height of the strings over the top at the saddle would narrow them most.',
  slope: 'Measuring the height of the strings 100 mm before the saddle too would narrow them most.',
  bridgeThickness: 'Measuring the thickness of the bridge would narrow them most.',
  plateThickness: 'Measuring the thickness of the bridge plate would narrow them most.',
  wood: 'How stiff its wood is moves them most: a weight on the bridge, strings off, would tell.',
  braces:
    'How high and stiff its braces are moves them most: measure their heights with the mirror and a gauge.',
  rim: 'How far the sides give moves them most: a weight on the bridge, strings off, would tell.',
  tailBlock: 'Whether the tail block gives moves them most, and that cannot be measured.',
  breakAngle: 'Measuring the break angle over the bridge would narrow them most.',
  lengths: 'How far the loose stretches reach moves them most: probe them again with the strings off.',
  gaps: 'How far the loose parts are open moves them most: try a feeler with the strings off.',
};

/** Eight of ten lie within so many standard errors. */
export const EIGHT_IN_TEN = 1.28;
