import { POSITIONS } from '@/core/body/positions';
import { PROPS } from '@/core/body/props';
import { NEEDS } from '@/core/aims/needs';
import { STAGES } from '@/core/drills/drill';
import { LIBRARY } from '@/core/drills/library';
import { drillMatches, findDrills, type DrillSearch } from '@/core/safety/search';
import { verdictFor } from '@/core/safety/verdict';
import { FLAGS } from '@/core/screen/flag-table';
import { ALL_PROPS } from '../helpers';

const ids = (search: DrillSearch) => findDrills(LIBRARY, search).map((d) => d.id);

describe('finding drills', () => {
  it('finds all of them, in their order, where nothing is asked', () => {
    expect(ids({})).toEqual(LIBRARY.map((d) => d.id));
    expect(ids({ words: '   ' })).toEqual(LIBRARY.map((d) => d.id));
  });
  it('parts the library by stage', () =>
    expect(STAGES.flatMap((stage) => ids({ stage })).toSorted()).toEqual(
      LIBRARY.map((d) => d.id).toSorted(),
    ));
  it('finds by need, position and prop exactly those that say so', () => {
    for (const need of NEEDS)
      expect(ids({ need })).toEqual(LIBRARY.filter((d) => need in d.serves).map((d) => d.id));
    for (const position of POSITIONS)
      expect(ids({ position })).toEqual(
        LIBRARY.filter((d) => d.positions.includes(position)).map((d) => d.id),
      );
    for (const prop of PROPS)
      expect(ids({ prop })).toEqual(
        LIBRARY.filter((d) => [...d.props, ...d.helpful].includes(prop)).map((d) => d.id),
      );
  });
  it('narrows with every wish', () => {
    const one = ids({ need: 'backRibs' });
    const two = ids({ need: 'backRibs', position: 'sitting' });
    const three = ids({ need: 'backRibs', position: 'sitting', openWith: 'shoulder' });
    expect(one.length).toBeGreaterThan(two.length);
    expect(two).toEqual(expect.arrayContaining(three));
    expect(one).toEqual(expect.arrayContaining(two));
  });
  it('finds words anywhere in what a drill says, each of them, in any order and case', () => {
    const drill = LIBRARY.find((d) => d.cues.length > 0)!;
    const [first, second] = drill.cues[0]!.text.split(/\s+/);
    expect(drillMatches(drill, `${second} ${first}`.toUpperCase())).toBe(true);
    expect(drillMatches(drill, drill.name)).toBe(true);
    expect(drillMatches(drill, `${drill.name} xylophone`)).toBe(false);
    expect(drillMatches(drill, '')).toBe(true);
  });
  it.each(FLAGS)('open with %s: not barred by it alone', (flag) => {
    const open = ids({ openWith: flag });
    expect(open.length).toBeGreaterThan(0);
    expect(open.length).toBeLessThanOrEqual(LIBRARY.length);
    const alone = {
      pregnancyWeek: 30,
      postpartumWeeks: 4,
      separationMm: 30,
      birth: 'vaginal',
      backPain: 'either',
    };
    const value = (alone as Record<string, unknown>)[flag] ?? true;
    for (const drill of LIBRARY) {
      const barred = verdictFor(drill, { [flag]: value }, ALL_PROPS).status === 'barred';
      expect([drill.id, open.includes(drill.id)]).toEqual([drill.id, !barred]);
    }
  });
});
