import { anySign, withoutSigns, type LookTest, type SignName } from './look-test';

const STACK_SIGNS = [
  'stack',
  'pelvis',
  'backRibsSqueezed',
  'weightOn',
] as const satisfies readonly SignName[];

export const stack: LookTest = {
  name: 'Stack and pelvis',
  setUp:
    'From the side: do the ribs stand over the pelvis? Then lying: are the two front hip bones and the pubic bone in one plane?',
  contact: 'Standing as they stand; the client’s own fingers on the front hip bones and the pubic bone.',
  position: 'standing',
  minutes: 1,
  seen: (l) => anySign(l, STACK_SIGNS) || (l.stances ?? []).some((s) => Object.keys(s.taps).length > 0),
  without: (l) => ({ ...withoutSigns(l, STACK_SIGNS), stances: undefined }),
};
