import { POSITIONS, POSITION, type PLACE_GROUPS, type Position } from '@/core/body/positions';
import { helpsIn, pauses, say, sayFirst, usedAs, type Telling } from '@/core/drills/wording';
import type { Told, When } from '@/core/drills/wording.schema';
import { NO_TONE } from '@/core/tone/tone';

const told = (parts: Partial<Telling> = {}): Telling => ({
  position: 'hookLying',
  props: [],
  breathing: { kind: 'paced', pattern: { inhaleS: 2, holdInS: 0, exhaleS: 6, holdOutS: 0 } },
  dose: { breaths: 8, rounds: 1, restS: 0, sides: 1 },
  tone: NO_TONE,
  ...parts,
});
const said = (text: string, parts: Partial<Telling> = {}) => say({ text }, told(parts));
const holds = (when: When, parts: Partial<Telling> = {}) => say({ text: 'Yes.', when }, told(parts)) !== null;
const paced = (inhaleS: number, holdInS: number, exhaleS: number, holdOutS: number) => ({
  kind: 'paced' as const,
  pattern: { inhaleS, holdInS, exhaleS, holdOutS },
});

describe('when a sentence holds', () => {
  it('always, where nothing is said of it, and where all that is said is so', () => {
    expect(holds({})).toBe(true);
    expect(say({ text: 'Yes.' }, told())).toBe('Yes.');
    expect(holds({ in: ['hookLying'], known: false })).toBe(true);
    expect(holds({ in: ['hookLying'], known: true })).toBe(false);
    expect(holds({ in: ['standing'], known: false })).toBe(false);
  });
  it.each([
    ['lying', ['supine', 'side', 'prone']],
    ['onBack', ['supine']],
    ['seated', ['sitting']],
    ['onFeet', ['standing']],
    ['onKnees', ['kneeling']],
  ] as const)('in a group of positions: %s', (group: (typeof PLACE_GROUPS)[number], families) => {
    const inIt = POSITIONS.filter((position) => holds({ in: [group] }, { position }));
    expect(inIt).toEqual(
      POSITIONS.filter((p) => (families as readonly string[]).includes(POSITION[p].family)),
    );
    expect(inIt.length).toBeGreaterThan(0);
  });
  it('in one of several positions', () => {
    const among: readonly Position[] = ['standing', 'hookLying'];
    expect(holds({ in: [...among] })).toBe(true);
    expect(holds({ in: ['standing'] })).toBe(false);
  });
  it('by tone of floor and wall, by pause, by what is known', () => {
    const tone = { ...NO_TONE, floor: 'lift' as const, control: 'brace' as const };
    expect(holds({ floor: ['lift', 'follow'] }, { tone })).toBe(true);
    expect(holds({ floor: ['follow'] }, { tone })).toBe(false);
    expect(holds({ wall: ['brace'] }, { tone })).toBe(true);
    expect(holds({ wall: ['none', 'drawIn'] }, { tone })).toBe(false);
    expect(holds({ pause: true })).toBe(false);
    expect(holds({ pause: false })).toBe(true);
    expect(holds({ pause: true }, { breathing: paced(4, 1, 4, 0) })).toBe(true);
    expect(holds({ known: true }, { known: true })).toBe(true);
    expect(holds({ known: false }, { known: true })).toBe(false);
  });
  it('with one of these props itself, without all of those', () => {
    expect(holds({ with: ['ball', 'band'] }, { props: ['band'] })).toBe(true);
    // A pillow may stand in for a ball; the sentence is of the ball.
    expect(holds({ with: ['ball'] }, { props: ['pillow'] })).toBe(false);
    expect(holds({ without: ['ball', 'band'] }, { props: ['pillow'] })).toBe(true);
    expect(holds({ without: ['ball', 'band'] }, { props: ['pillow', 'band'] })).toBe(false);
  });
  it('in one of these ways, in none of those', () => {
    const ways = ['kneesWide'] as const;
    expect(holds({ way: ['kneesWide', 'forearms'] }, { ways })).toBe(true);
    expect(holds({ way: ['forearms'] }, { ways })).toBe(false);
    expect(holds({ way: ['forearms'] })).toBe(false);
    expect(holds({ notWay: ['forearms'] }, { ways })).toBe(true);
    expect(holds({ notWay: ['forearms', 'kneesWide'] }, { ways })).toBe(false);
    expect(holds({ notWay: ['forearms'] })).toBe(true);
  });
  it('the first of several that holds; a plain text always', () => {
    const ways: Told[] = [
      { text: 'Stand.', when: { in: ['onFeet'] } },
      { text: 'Lie for {keep}.' },
      { text: 'Lie.' },
      { text: 'Rest.' },
    ];
    expect(sayFirst(ways, told())).toBe('Lie.');
    expect(sayFirst(ways, told({ position: 'standing' }))).toBe('Stand.');
    expect(sayFirst(ways.slice(0, 2), told())).toBeNull();
    expect(sayFirst('In for {in}.', told())).toBe('In for two.');
    expect(sayFirst('Wait for {wait}.', told())).toBeNull();
  });
});

describe('figures in a sentence', () => {
  it('seconds of each phase that there is, as they are spoken', () => {
    expect(said('In for {in}, out for {out}.')).toBe('In for two, out for six.');
    expect(said('Keep it for {keep}.')).toBeNull();
    expect(said('Wait for {wait}.')).toBeNull();
    const breathing = paced(3.5, 1, 7, 2);
    expect(said('{in}, {keep}, {out}, {wait}.', { breathing })).toBe('Three and a half, one, seven, two.');
    expect(said('At last {lastKeep}.', { breathing })).toBeNull();
    const last = { inhaleS: 4, holdInS: 5, exhaleS: 6, holdOutS: 0 };
    expect(said('At last {lastKeep}.', { breathing: { ...breathing, last } })).toBe('At last five.');
    expect(
      said('At last {lastKeep}.', { breathing: { ...breathing, last: { ...last, holdInS: 0 } } }),
    ).toBeNull();
  });
  it('an exhale to the end has no seconds; free breathing has its own; a ladder has none', () => {
    const full = { ...paced(4, 0, 9, 0), full: true };
    expect(said('Out for {out}.', { breathing: full })).toBeNull();
    expect(said('In for {in}.', { breathing: full })).toBe('In for four.');
    expect(said('{seconds} seconds.', { breathing: { kind: 'free', freeS: 45 } })).toBe('45 seconds.');
    expect(said('In for {in}.', { breathing: { kind: 'free', freeS: 45 } })).toBeNull();
    for (const name of ['in', 'seconds', 'breaths'])
      expect(said(`Now {${name}}.`, { breathing: { kind: 'ladder' } })).toBeNull();
    expect(said('{seconds} seconds.')).toBeNull();
  });
  it('breaths and rounds, where there is more than one of these', () => {
    const dose = { breaths: 8, rounds: 3, restS: 0, sides: 1 as const };
    expect(said('For {breaths} breaths.')).toBe('For eight breaths.');
    expect(said('For {breaths} breaths.', { breathing: { kind: 'free', freeS: 30 } })).toBeNull();
    expect(said('{rounds} rounds, {times}.', { dose })).toBe('Three rounds, three times.');
    expect(said('{times}.', { dose: { ...dose, rounds: 2 } })).toBe('Twice.');
    expect(said('{rounds} rounds.')).toBeNull();
    expect(said('Do it {times}.')).toBeNull();
  });
  it('sides, where one comes first', () => {
    const dose = { breaths: 8, rounds: 1, restS: 0, sides: 2 as const };
    const both = (first?: 'right' | 'left') =>
      said('The {side}, then the {otherSide}.', { dose: { ...dose, ...(first ? { first } : {}) } });
    expect(both('right')).toBe('The right, then the left.');
    expect(both('left')).toBe('The left, then the right.');
    expect(both()).toBeNull();
    expect(said('The {side}.', { dose })).toBeNull();
    expect(said('The {otherSide}.', { dose })).toBeNull();
    for (const name of ['side', 'otherSide'])
      expect(said(`The {${name}}.`, { dose: { ...dose, sides: 1, first: 'left' } })).toBeNull();
  });
  it('shares of full effort, each only where there is such an effort', () => {
    const tone = { ...NO_TONE, floor: 'lift' as const, floorPct: 25, control: 'drawIn' as const };
    expect(said('Lift {lift}.', { tone })).toBe('Lift a quarter.');
    expect(said('Lift {lift}.', { tone: { ...tone, floor: 'follow' } })).toBeNull();
    expect(said('Lift {lift}.', { tone: { ...tone, floorPct: 0 } })).toBeNull();
    expect(said('Set {set}.', { tone: { ...tone, controlPct: 10 } })).toBe('Set a tenth.');
    expect(said('Set {set}.', { tone: { ...tone, control: 'none', controlPct: 10 } })).toBeNull();
    expect(said('Set {set}.', { tone: { ...tone, controlPct: 0 } })).toBeNull();
    const squeezes = { ...tone, squeezePct: 50 };
    expect(said('Squeeze {squeeze}.', { tone: squeezes, props: ['pillow'] })).toBe('Squeeze half.');
    expect(said('Squeeze {squeeze}.', { tone: squeezes })).toBeNull();
    expect(said('Squeeze {squeeze}.', { tone, props: ['ball'] })).toBeNull();
  });
  it('what is used as a prop, itself before what stands in for it', () => {
    expect(said('Squeeze the {ball}.', { props: ['pillow', 'ball'] })).toBe('Squeeze the ball.');
    expect(said('Squeeze the {ball}.', { props: ['block', 'pillow'] })).toBe('Squeeze the pillow.');
    expect(said('Squeeze the {ball}.', { props: ['towel'] })).toBeNull();
    expect(said('Take the {pillow}.', { props: ['ball'] })).toBeNull();
    expect(usedAs('pillow', ['ball'])).toBeNull();
    expect(usedAs('cable', ['band'])).toBe('band');
  });
  it('what has no figure is not said; a sentence begins with a capital and nothing else does', () => {
    expect(said('For {nothing} and {in}.')).toBeNull();
    expect(said('{out} out. {in} in! {in}? and {in}, {out}')).toBe('Six out. Two in! Two? And two, six');
    expect(said('plain, as it stands.')).toBe('plain, as it stands.');
  });
});

describe('a pause', () => {
  it('is any hold of a paced breath, full or empty, the last one too', () => {
    expect(pauses(told())).toBe(false);
    expect(pauses({ breathing: paced(4, 0.5, 4, 0) })).toBe(true);
    expect(pauses({ breathing: paced(4, 0, 4, 0.5) })).toBe(true);
    const last = { inhaleS: 4, holdInS: 0, exhaleS: 6, holdOutS: 0 };
    expect(pauses({ breathing: { ...paced(4, 0, 4, 0), last } })).toBe(false);
    expect(pauses({ breathing: { ...paced(4, 0, 4, 0), last: { ...last, holdOutS: 2 } } })).toBe(true);
    expect(pauses({ breathing: { kind: 'free', freeS: 30 } })).toBe(false);
    expect(pauses({ breathing: { kind: 'ladder' } })).toBe(false);
  });
});

describe('a prop that only helps', () => {
  const anywhere: Told[] = [{ text: 'Lie down.' }];
  const onlyLying: Told[] = [{ text: 'The {pillow} under the head.', when: { in: ['onBack'] } }];
  it('helps anywhere where no step places it, else where one does', () => {
    expect(helpsIn(anywhere, 'pillow', 'standing', ['pillow'])).toBe(true);
    expect(helpsIn(onlyLying, 'pillow', 'hookLying', ['pillow'])).toBe(true);
    expect(helpsIn(onlyLying, 'pillow', 'standing', ['pillow'])).toBe(false);
    expect(helpsIn([{ text: 'The {pillow} there.' }], 'pillow', 'standing', ['pillow'])).toBe(true);
    // The position has a place for it of itself: calves on a chair.
    const calves = POSITIONS.find((p) => POSITION[p].setUp.includes('chair'))!;
    expect(helpsIn([{ text: 'The {chair} there.', when: { in: ['onKnees'] } }], 'chair', calves, [])).toBe(
      true,
    );
    expect(helpsIn([{ text: 'The {chair} there.', when: { in: ['onKnees'] } }], 'chair', 'prone', [])).toBe(
      false,
    );
  });
  it('a step that goes with another prop counts where that one or its stand-in is at hand', () => {
    const withBall: Told[] = [{ text: 'The {towel} on the ball.', when: { with: ['ball'] } }];
    expect(helpsIn(withBall, 'towel', 'standing', ['ball'])).toBe(true);
    expect(helpsIn(withBall, 'towel', 'standing', ['block'])).toBe(true);
    expect(helpsIn(withBall, 'towel', 'standing', ['weight'])).toBe(false);
    // A step that is said only with it names it, too.
    const named: Told[] = [{ text: 'Head up.', when: { with: ['towel'], in: ['onBack'] } }];
    expect(helpsIn(named, 'towel', 'hookLying', ['towel'])).toBe(true);
    expect(helpsIn(named, 'towel', 'standing', ['towel'])).toBe(false);
  });
});
