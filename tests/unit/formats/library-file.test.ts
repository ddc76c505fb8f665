import { drillById, LIBRARY } from '@/core/drills/library';
import { NO_OWN, catalogueOf, harderOf } from '@/core/drills/catalogue';
import { contradictionIn, type Drill } from '@/core/drills/drill';
import { findDrills } from '@/core/safety/search';
import { printLibraryFile } from '@/core/formats/print-json';
import { checkedDrill, parseLibraryFile } from '@/core/formats/library-file';
import { printSequenceFile } from '@/core/formats/print-json';
import { parseSequenceFile } from '@/core/formats/sequence-file';
import { blockFor } from '@/core/sequence/alternatives';
import type { Sequence } from '@/core/sequence/sequence';
import { ALL_PROPS, must, why } from '../helpers';

const own = (parts: Partial<Drill> = {}): Drill => ({
  ...drillById('twoHands')!,
  id: 'own-harbour',
  name: 'Harbour breath',
  ...parts,
});

describe('a library file', () => {
  it('comes back as it went out', () => {
    const drills = [own(), own({ id: 'own-two', name: 'Second of mine' })];
    expect(must(parseLibraryFile(printLibraryFile(drills)))).toEqual(drills);
  });
  it('takes every shipped drill under an id of its own', () => {
    const all = LIBRARY.map((d, i) => ({ ...d, id: `own-${i}` }));
    expect(must(parseLibraryFile(printLibraryFile(all)))).toEqual(all);
  });
  it.each([
    ['{', /it is no JSON/],
    ['{"format":"other"}', /not a library file/],
    [printLibraryFile([]), /no drill in it/],
    [
      printLibraryFile([own(), { ...own(), id: 'own-b', level: 7 as 3 }]),
      /^drill 2 \(“Harbour breath”\): level/,
    ],
    [
      printLibraryFile([own({ cues: [{ kind: 'image', text: 'one' }] as Drill['cues'] })]),
      /at least three cues/,
    ],
    [printLibraryFile([{ ...own(), id: 'twoHands' }]), /is the id of a drill that ships/],
    [printLibraryFile([own(), own()]), /stands in the file twice/],
    [printLibraryFile([own({ positions: ['hanging'] as unknown as Drill['positions'] })]), /positions/],
  ])('is refused whole, with place and field: %#', (text, message) => {
    expect(why(parseLibraryFile(text))).toMatch(message);
    expect(why(parseLibraryFile(text))).toMatch(/Nothing was brought in/);
  });
});

describe('a drill that contradicts itself', () => {
  const pattern = { inhaleS: 4, holdInS: 0, exhaleS: 6, holdOutS: 5 };
  it.each([
    [{ range: [20, 10] }, /the least \(20\) is more/],
    [{ range: [1, 5] }, /the usual 15 lies outside/],
    [{ exhaleRangeS: [7, 4] }, /the shortest is longer/],
    [{ serves: {} }, /at least one need/],
    [{ cues: ['a', 'b', 'c'].map((text) => ({ kind: 'image', text })) }, /three kinds/],
    [
      {
        steps: [
          { kind: 'move', text: 'move first' },
          { kind: 'place', text: 'then place' },
        ],
      },
      /in this order/,
    ],
    [{ breathing: { kind: 'paced', pattern } }, /a pause over 1 s is a held breath/],
    [{ tone: { ...own().tone, floor: 'lift', floorPct: 25 } }, /an added floor lift/],
  ])('says so: %j', (parts, message) => {
    expect(contradictionIn(own(parts as Partial<Drill>))).toMatch(message);
    expect(why(checkedDrill(own(parts as Partial<Drill>)))).toMatch(message);
  });
  it('a cue of more than twelve words is refused', () =>
    expect(
      why(checkedDrill(own({ cues: [{ kind: 'image', text: 'a b c d e f g h i j k l m' }, ...own().cues] }))),
    ).toMatch(/at most 12 words/));
});

describe('the catalogue', () => {
  it('is the shipped drills and the own ones without the retired; shipped ones are what they were', () => {
    const before = JSON.stringify(LIBRARY);
    expect(catalogueOf(NO_OWN)).toEqual([...LIBRARY]);
    const some = catalogueOf({ own: [own()], retired: ['twoHands'] });
    expect(some.map((d) => d.id)).toEqual([
      ...LIBRARY.map((d) => d.id).filter((id) => id !== 'twoHands'),
      'own-harbour',
    ]);
    expect(harderOf(drillById('quietLying')!, LIBRARY).map((d) => d.id)).toContain('twoHands');
    expect(JSON.stringify(LIBRARY)).toBe(before);
  });
  it('is searched by need, position, prop, stage, flag and words at once', () => {
    const ids = (search: Parameters<typeof findDrills>[1]) => findDrills(LIBRARY, search).map((d) => d.id);
    expect(ids({})).toHaveLength(LIBRARY.length);
    expect(ids({ stage: 'load' })).toEqual([
      'sideBendLoad',
      'pressLoad',
      'cableLoad',
      'heavyLift',
      'pulsePush',
    ]);
    expect(ids({ need: 'tolerance', position: 'walking' })).toEqual(['walkingHolds', 'easyWalk']);
    expect(ids({ prop: 'halfBall' })).toEqual(['backFill']);
    expect(ids({ openWith: 'pregnancyWeek', stage: 'load' })).toEqual([]);
    expect(ids({ openWith: 'knees' })).not.toContain('foldedBack');
    expect(ids({ words: 'WALL block' })).toContain('wallForearmsBlock');
    expect(ids({ words: 'trombone' })).toEqual([]);
  });
});

describe('a sequence file with a drill that did not ship', () => {
  it('carries the drill, so that another studio can coach it', () => {
    const block = { ...blockFor(own(), { flags: {}, props: ALL_PROPS })!, id: 'b1' };
    const sequence: Sequence = {
      minutes: 10,
      school: 'lowQuiet',
      blocks: [block],
      relook: { test: 'rings', position: 'hookLying', lengthS: 60 },
      leftOut: [],
    };
    const back = must(parseSequenceFile(printSequenceFile('mine', sequence)));
    expect(back.sequence).toEqual(sequence);
    expect(back.sequence.blocks[0]!.drill!.name).toBe('Harbour breath');
    const hidden = {
      ...block,
      drill: own({
        breathing: { kind: 'paced', pattern: { inhaleS: 4, holdInS: 0, exhaleS: 6, holdOutS: 9 } },
      }),
    };
    expect(why(parseSequenceFile(printSequenceFile('mine', { ...sequence, blocks: [hidden] })))).toMatch(
      /a drill in it contradicts itself: demands: .* held breath.*Nothing was brought in/,
    );
  });
});
