import type { Position } from '@/core/body/positions';
import { PROP_NAME, PROPS, SUBSTITUTES, type Prop } from '@/core/body/props';
import { cycleS, pattern } from '@/core/breath/pattern';
import { LIBRARY } from '@/core/drills/library';
import type { Drill } from '@/core/drills/drill';
import { isOpen, verdictFor } from '@/core/safety/verdict';
import { cautionsFor } from '@/core/safety/verdict';
import type { Flags } from '@/core/screen/flags';
import { makeBlock } from '@/core/sequence/make-block';
import { nameOf, type Block } from '@/core/sequence/sequence';
import { contradictions, everythingSaid } from '../../lexicon';
import { countsOf } from '@/core/sequence/sheet';
import { nextCue, twoCues, wordsOf, wordsOfDrill } from '@/core/sequence/words';
import { CONTROL_MODES, FLOOR_MODES } from '@/core/tone/tone';
import { battery } from '../../battery';

const { it } = battery(3);

const FLAG_CHANGES: [string, Flags][] = [
  ['nothing', {}],
  ['week 12', { pregnancyWeek: 12 }],
  ['week 22', { pregnancyWeek: 22 }],
  ['week 36', { pregnancyWeek: 36 }],
  ['three weeks after birth', { postpartumWeeks: 3, separationMm: 30 }],
  ['seizures', { neurological: true }],
  ['pelvic pain', { floorTension: true, urgency: true }],
  ['surgery', { recentSurgery: true }],
  ['panic', { panic: true }],
  ['back pain', { backPain: 'either' }],
  ['shoulder', { shoulder: true }],
  ['wrists', { wrists: true }],
  ['leaking', { leaking: true }],
  ['blood pressure', { highBloodPressure: true }],
];

/** Everything, nothing, and everything but what a substitute stands in for. */
const NEEDED: Prop[] = ['chair', 'wall', 'counter'];
const HANDS: [string, readonly Prop[]][] = [
  ['everything', PROPS],
  ['substitutes', PROPS.filter((p) => SUBSTITUTES[p] === undefined)],
  ['last substitutes', [...NEEDED, 'book', 'towel', 'pillow', 'foldedPillows', 'block']],
  ['bare hands', NEEDED],
  ['band without an anchor', [...NEEDED, 'band']],
];

const CLIENTS = [
  {},
  { comfortableExhaleS: 3.5, calmHoldS: null },
  { comfortableExhaleS: 7, calmHoldS: 30, owned: LIBRARY.map((d) => d.id) },
  { comfortableExhaleS: 5, calmHoldS: 8, readings: ['floorHolding' as const] },
  { comfortableExhaleS: 6, calmHoldS: 40, readings: ['floorOverloaded' as const], control: 'brace' as const },
];

function* blocksOf(drill: Drill): Generator<[string, Block]> {
  for (const [hands, available] of HANDS)
    for (const [flagged, flags] of FLAG_CHANGES) {
      const verdict = verdictFor(drill, flags, available);
      if (!isOpen(verdict)) continue;
      for (const position of verdict.positions)
        for (const [i, client] of CLIENTS.entries())
          yield [
            `${position}, ${hands}, ${flagged}, client ${i}`,
            makeBlock({ id: 'b', drill, verdict, position, amount: 'usual', client, available }),
          ];
    }
}

/** As it may be set by hand: every mode of floor and wall, pauses taken out or put in. */
function* byHand(block: Block): Generator<[string, Block]> {
  for (const floor of FLOOR_MODES)
    for (const control of CONTROL_MODES)
      yield [
        `${floor} and ${control}`,
        {
          ...block,
          tone: {
            ...block.tone,
            floor,
            floorPct: floor === 'lift' ? 25 : 0,
            control,
            controlPct: control === 'none' ? 0 : 15,
            squeezePct: floor === 'lift' ? block.tone.squeezePct : 0,
          },
        },
      ];
  if (block.breathing.kind === 'paced') {
    const { pattern: p } = block.breathing;
    yield [
      'no pause',
      { ...block, breathing: { kind: 'paced', pattern: pattern(p.inhaleS, 0, p.exhaleS, 0) } },
    ];
    yield ['2.5 in, 6.5 out', { ...block, breathing: { kind: 'paced', pattern: pattern(2.5, 0, 6.5, 0) } }];
  }
}

describe('words follow the block (practice P78)', () => {
  it.each(LIBRARY.map((d) => [d.id, d] as const))(
    '%s says nothing against the block it is told of',
    (_, drill) => {
      const found = new Map<string, string>();
      for (const [how, block] of blocksOf(drill))
        for (const c of contradictions(block)) if (!found.has(c)) found.set(c, how);
      expect([...found]).toEqual([]);
    },
  );

  it.each(LIBRARY.map((d) => [d.id, d] as const))('%s holds after changes by hand', (_, drill) => {
    const found = new Map<string, string>();
    const verdict = verdictFor(drill, {}, PROPS);
    for (const position of verdict.positions) {
      const block = makeBlock({
        id: 'b',
        drill,
        verdict,
        position,
        amount: 'usual',
        client: {},
        available: PROPS,
      });
      for (const [how, changed] of byHand(block))
        for (const c of contradictions(changed)) if (!found.has(c)) found.set(c, `${position}, ${how}`);
    }
    expect([...found]).toEqual([]);
  });

  it.each(LIBRARY.map((d) => [d.id, d] as const))(
    '%s has enough to say wherever and however it is done',
    (_, drill) => {
      const poor = new Set<string>();
      for (const [how, block] of blocksOf(drill)) {
        const w = wordsOf(block);
        const kinds = new Set(w.steps.map((s) => s.kind));
        if (!kinds.has('place') || !kinds.has('pattern')) poor.add(`steps [${how}]`);
        if (!block.known && !kinds.has('contact')) poor.add(`contact [${how}]`);
        if (new Set(w.cues.map((c) => c.kind)).size < 3) poor.add(`cues: ${w.cues.length} [${how}]`);
        if (w.feeling === '') poor.add(`feeling [${how}]`);
        if (twoCues(w).length !== 2) poor.add(`two cues [${how}]`);
        const tone = block.tone;
        const asked = tone.floor !== 'none' || (tone.control !== 'none' && tone.controlPct > 0);
        if (asked && !kinds.has('tone')) poor.add(`tone [${how}]`);
      }
      expect([...poor].slice(0, 8)).toEqual([]);
    },
  );
});

/** A counter is any table that high. */
const spoken = (prop: Prop) =>
  prop === 'counter' ? ['table', 'counter'] : [PROP_NAME[prop].split(' ').at(-1)!];

describe('what lies at hand for a block', () => {
  it('has its place in the words: nobody is told “with a pillow” and left to guess where it goes', () => {
    const unsaid = new Set<string>();
    for (const drill of LIBRARY)
      for (const [, block] of blocksOf(drill)) {
        const said = JSON.stringify(wordsOf(block).steps).toLowerCase();
        for (const prop of block.props)
          if (prop !== 'wall' && prop !== 'chair' && !spoken(prop).some((name) => said.includes(name)))
            unsaid.add(`${drill.id}, ${block.position}: ${prop}`);
      }
    expect([...unsaid]).toEqual([]);
  });
  it('is left out where the drill has no use for it', () => {
    const sideBend = LIBRARY.find((d) => d.id === 'sideBend')!;
    const verdict = verdictFor(sideBend, {}, PROPS);
    const inUse = (position: Position) =>
      makeBlock({
        id: 'b',
        drill: sideBend,
        verdict,
        position,
        amount: 'usual',
        client: {},
        available: PROPS,
      }).props;
    expect(inUse('sitting')).toContain('pillow');
    expect(inUse('standing')).not.toContain('pillow');
  });
});

describe('single sentences', () => {
  const block = (id: string, flags: Flags = {}, available: readonly Prop[] = PROPS, at?: Position): Block => {
    const drill = LIBRARY.find((d) => d.id === id)!;
    const verdict = verdictFor(drill, flags, available);
    const position = at ?? verdict.positions[0]!;
    return makeBlock({ id: 'b', drill, verdict, position, amount: 'usual', client: {}, available });
  };
  const said = (b: Block) => everythingSaid(b).join(' ');

  it('counts what the metronome counts', () => {
    const b = block('twoHands');
    expect(b.breathing).toEqual({ kind: 'paced', pattern: pattern(2, 0, 6, 0) });
    expect(said(b)).toContain('In for two, out for six.');
    const longer: Block = { ...b, breathing: { kind: 'paced', pattern: pattern(2.5, 0, 7, 0) } };
    expect(cycleS(pattern(2.5, 0, 7, 0))).toBe(9.5);
    expect(said(longer)).toContain('In for two and a half, out for seven.');
  });
  it('never lets a full exhale be counted', () => {
    const b = block('wallFeetExhale');
    expect(countsOf(b)).toBe('In for 3, out until the ribs stop dropping, pause 2.');
    expect(said(b)).not.toMatch(/out for/i);
  });
  it('seats who sits and lays on the side who lies there', () => {
    const sitting = wordsOf(block('twoHands', {}, PROPS, 'sitting')).steps[0]!.text;
    expect(sitting).toMatch(/^Sit /);
    const side = wordsOf(block('quietLying', {}, PROPS, 'sideLying'));
    expect(side.steps[0]!.text).toMatch(/on your side/);
    expect(side.steps.map((s) => s.text).join(' ')).not.toMatch(/sacrum|shoulder blades/);
    expect(nameOf(block('quietLying', {}, PROPS, 'sitting'))).toBe('Quiet sitting, nothing asked');
  });
  it('names what is really in the hand', () => {
    expect(said(block('ballWrap', {}, ['pillow']))).toContain('The pillow between the knees');
    expect(nameOf(block('strawExhale', {}, ['wall']))).toBe('Even exhale through pursed lips');
    expect(said(block('strawExhale', {}, ['wall']))).not.toMatch(/straw/);
    expect(nameOf(block('bandRibs', {}, ['towel']))).toBe('Towel round the lower ribs');
    expect(said(block('bandRibs', {}, []))).not.toMatch(/\bband\b|towel/);
  });
  it('says at 36 weeks nothing of a lift, and says what is asked instead', () => {
    const b = block('floorSeat', { pregnancyWeek: 36 });
    expect(b.tone.floor).toBe('letGo');
    expect(said(b)).not.toMatch(/lift/i);
    expect(wordsOf(b).steps.find((s) => s.kind === 'tone')!.text).toMatch(/softens and widens/);
    for (const c of cautionsFor({ pregnancyWeek: 36 })) expect(c.text).not.toMatch(/\blift/i);
  });
  it('tells a known drill shortly', () => {
    const b = block('twoHands');
    expect(wordsOf({ ...b, known: true }).steps.length).toBeLessThan(wordsOf(b).steps.length);
    expect(wordsOf({ ...b, known: true }).steps.map((s) => s.kind)).not.toContain('contact');
  });
  it('goes round the cues that hold, and round again', () => {
    let b = block('floorSeat', { pregnancyWeek: 36 });
    const { cues } = wordsOf(b);
    const seen: number[] = [];
    for (let i = 0; i < cues.length; i++) {
      seen.push(wordsOf(b).cue!.index);
      b = { ...b, cue: nextCue(b) };
    }
    expect(new Set(seen).size).toBe(cues.length);
    expect(wordsOf(b).cue!.index).toBe(seen[0]);
  });
  it('shows the next cue that holds where the chosen one does not', () => {
    const drill = LIBRARY.find((d) => d.id === 'floorSeat')!;
    const lifting = drill.cues.findIndex((c) => c.text.includes('{lift}'));
    const b = { ...block('floorSeat', { pregnancyWeek: 36 }), cue: lifting };
    expect(wordsOf(b).cue!.text).not.toMatch(/strength/);
  });
  it('places a drill of one’s own by the position where it stands elsewhere than it was written for', () => {
    const drill: Drill = {
      ...LIBRARY.find((d) => d.id === 'twoHands')!,
      id: 'own-one',
      steps: [
        { kind: 'place', text: 'Lie on the big bed.' },
        { kind: 'contact', text: 'Back on the floor.' },
        { kind: 'pattern', text: 'Breathe low.' },
      ],
    };
    const b: Block = { ...block('twoHands'), drillId: 'own-one', drill };
    expect(said(b)).toContain('Lie on the big bed.');
    expect(said({ ...b, position: 'sitting' })).not.toMatch(/big bed|Back on the floor/);
  });
  it('speaks of a drill in the library as it is usually done', () => {
    const drill = LIBRARY.find((d) => d.id === 'crossedBand')!;
    expect(wordsOfDrill(drill).cues.map((c) => c.text)).toContain(
      'In for four, out for five; the last one keeps for ten.',
    );
  });
  it('says what it can of a drill it does not know', () => {
    const w = wordsOf({ ...block('twoHands'), drillId: 'gone' });
    expect(w.steps[0]!.text).toMatch(/^Lie /);
    expect([w.cues, w.feeling, w.movement]).toEqual([[], '', '']);
  });
});
