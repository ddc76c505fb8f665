import { MODEL_ZONES, predict, whatOpens, type Circumstances, type ModelZone } from '@/core/body/resistance';
import { POSITIONS } from '@/core/body/positions';
import type { Excursions } from '@/core/body/zones';

const at = (c: Circumstances, zone: ModelZone): number => predict(c)[zone]!;
const belly = (e: Excursions) => e.belly!;
const ribs = (e: Excursions) => (e.lowerRibsRight! + e.lowerRibsLeft!) / 2;

// Directions only. Sharp 1975, J Appl Physiol 39:608; Verschakelen & Demedts 1995, AJRCCM 151:399; Romei 2010, RPNB
// 172:184 (cited): belly-led lying, rib-led upright. The rest are practice P3, P19, P36: common practice, no source.
describe('the path of least resistance', () => {
  it('is belly-led lying and rib-led upright', () => {
    const [lying, sitting, standing] = (['hookLying', 'sitting', 'standing'] as const).map((position) =>
      predict({ position }),
    );
    expect(belly(lying!)).toBeGreaterThan(ribs(lying!));
    for (const upright of [sitting!, standing!]) {
      expect(ribs(upright)).toBeGreaterThan(belly(upright));
      expect(belly(upright)).toBeLessThan(belly(lying!));
    }
    expect(belly(standing!)).toBeLessThan(belly(sitting!));
  });
  it.each([
    ['right', 'lowerRibsLeft', 'lowerRibsRight'],
    ['left', 'lowerRibsRight', 'lowerRibsLeft'],
  ] as const)('a bend to the %s opens the far side', (bend, far, near) => {
    for (const position of ['sitting', 'standing'] as const) {
      expect(at({ position, bend }, far)).toBeGreaterThan(at({ position }, far));
      expect(at({ position, bend }, near)).toBeLessThan(at({ position }, near));
    }
    expect(at({ position: 'sideLying', bend }, far)).toBeGreaterThan(
      at({ position: 'sideLying', bend }, near),
    );
  });
  it('a wrap round the belly moves the breath up, one round the ribs moves it down', () => {
    expect(at({ position: 'sitting', wrap: 'belly' }, 'sternum')).toBeGreaterThan(
      at({ position: 'sitting' }, 'sternum'),
    );
    expect(at({ position: 'sitting', wrap: 'belly' }, 'belly')).toBeLessThan(
      at({ position: 'sitting' }, 'belly'),
    );
    expect(at({ position: 'sitting', wrap: 'lowerRibs' }, 'belly')).toBeGreaterThan(
      at({ position: 'sitting' }, 'belly'),
    );
  });
  it.each(['foldedOnHeels', 'proneOverCushion', 'counterLean'] as const)(
    'the front is closed in %s, so the back fills',
    (position) => {
      expect(at({ position }, 'lowerRibsBack')).toBeGreaterThan(
        at({ position: 'standing' }, 'lowerRibsBack'),
      );
      expect(at({ position }, 'lowerRibsBack')).toBeGreaterThan(
        at({ position: 'hookLying' }, 'lowerRibsBack'),
      );
    },
  );
  it('hands and knees free the sternum and the back ribs', () => {
    for (const zone of ['sternum', 'lowerRibsBack'] as const)
      expect(at({ position: 'quadruped' }, zone)).toBeGreaterThan(at({ position: 'hookLying' }, zone));
  });
  it('an arch squeezes the back ribs; a slouch closes the front and lifts the neck', () => {
    for (const position of ['sitting', 'standing'] as const) {
      expect(at({ position, alignment: 'arched' }, 'lowerRibsBack')).toBeLessThan(
        at({ position }, 'lowerRibsBack'),
      );
      expect(at({ position, alignment: 'slouched' }, 'sternum')).toBeLessThan(at({ position }, 'sternum'));
      expect(at({ position, alignment: 'slouched' }, 'neck')).toBeGreaterThan(at({ position }, 'neck'));
    }
  });
  it('light tension in front sends the breath to the sides and the back (P31, P52)', () => {
    const [slack, kept] = [0, 30].map((frontTonePct) => predict({ position: 'sitting', frontTonePct }));
    expect(kept!.belly!).toBeLessThan(slack!.belly!);
    for (const zone of ['lowerRibsRight', 'lowerRibsBack'] as const)
      expect(kept![zone]!).toBeGreaterThan(slack![zone]!);
  });
});

describe('the model with a client’s own springs', () => {
  const seen: Excursions = {
    neck: 0.1,
    sternum: 0.3,
    betweenBlades: 0.1,
    lowerRibsRight: 0.6,
    lowerRibsLeft: 0.2,
    lowerRibsBack: 0.1,
    belly: 0.8,
    lowBack: 0.1,
  };
  const from = { there: { position: 'hookLying' } as const, seen };
  it('gives back what was seen where it was seen', () => {
    const same = predict({ position: 'hookLying' }, from);
    for (const z of MODEL_ZONES) expect(same[z]!).toBeCloseTo(seen[z]!, 6);
  });
  it('keeps the stiff side the stiff side, and every zone between 0 and 1', () => {
    for (const position of POSITIONS) {
      const there = predict({ position }, from);
      for (const z of MODEL_ZONES) expect(there[z]! >= 0 && there[z]! <= 1).toBe(true);
      if (position !== 'sideLying') expect(there.lowerRibsLeft!).toBeLessThan(there.lowerRibsRight!);
    }
  });
  it('knows only the zones that were seen', () => {
    expect(
      Object.keys(predict({ position: 'standing' }, { ...from, seen: { belly: 0.5, sternum: 0.2 } })).sort(),
    ).toEqual(['belly', 'sternum']);
    expect(predict({ position: 'standing' }, { ...from, seen: {} })).toEqual({});
  });
  it('names what would open a zone, largest gain first, among what the client may do', () => {
    const back = whatOpens('lowerRibsBack', from, POSITIONS);
    expect(['foldedOnHeels', 'proneOverCushion', 'counterLean']).toContain(back[0]!.circumstances.position);
    for (let i = 1; i < back.length; i++) expect(back[i]!.gain).toBeLessThanOrEqual(back[i - 1]!.gain);
    const left = whatOpens('lowerRibsLeft', from, ['sitting', 'hookLying']);
    expect(left[0]!.circumstances).toMatchObject({ position: 'sitting', bend: 'right' });
    expect(
      whatOpens('lowerRibsBack', from, ['hookLying']).every((o) => o.circumstances.position === 'hookLying'),
    ).toBe(true);
    expect(whatOpens('pelvicFloor' as ModelZone, from, POSITIONS)).toEqual([]);
  });
});
