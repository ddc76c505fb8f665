import { anySign, withoutSigns, type LookTest, type SignName } from './look-test';

const BREATH_SIGNS = [
  'reversed',
  'audible',
  'mouth',
  'cannotFill',
  'bendsBack',
  'flare',
] as const satisfies readonly SignName[];

export const signs: LookTest = {
  name: 'Signs of the breath',
  setUp:
    'Mark what you saw or heard, or what the client told you. Press a mark again to take it back; an unmarked sign counts as not looked at.',
  contact: 'From the quiet watch and the two hands; ask nothing new.',
  position: 'hookLying',
  minutes: 1,
  seen: (l) => anySign(l, BREATH_SIGNS),
  without: (l) => withoutSigns(l, BREATH_SIGNS),
};
