import { bandRecorder } from '@/core/signal/recorder';
import { previewOf, PREVIEW_POINTS } from '@/core/signal/preview';
import { analyse } from '@/core/signal/analyse';
import { stretchesBetween } from '@/core/signal/evenly';
import { placed, recordOf } from '@/core/signal/record';
import { placeOf } from '@/core/signal/places';
import { bandBody, simulateBands } from '@/core/simulate/bands';
import { bandSetup } from '@/core/simulate/bands.schema';
import { must, partOf, why } from '../helpers';
import { manoeuvres } from './manoeuvres';

const fed = (from: number, to: number, recorder = bandRecorder()) => {
  for (let i = from; i < to; i++)
    recorder.push({ tMs: i * 20, values: [Math.sin(i / 30), Math.cos(i / 30)] });
  return recorder;
};

describe('a recorder of bands', () => {
  it('keeps every sample of an hour of four channels at 100 Hz', () => {
    const recorder = bandRecorder();
    const n = 3600 * 100;
    let kept = 0;
    for (let i = 0; i < n; i++) if (recorder.push({ tMs: i * 10, values: [i, 2, 3, 4] }) === 'kept') kept++;
    expect(kept).toBe(n);
    expect([recorder.samples(), recorder.leftOut(), recorder.gaps().length]).toEqual([n, 0, 0]);
    const record = must(recorder.record(null));
    expect([record.hz, record.channels.length, record.channels[0]!.values.length]).toEqual([100, 4, n]);
    expect(record.channels[0]!.values[n - 1]).toBe(n - 1);
  });
  it('marks a gap where the line was lost and goes on', () => {
    const recorder = fed(0, 500);
    fed(900, 1400, recorder);
    expect(recorder.gaps()).toEqual([{ fromS: 9.98, toS: 18 }]);
    const record = must(recorder.record('2026-01-01T00:00:00.000Z'));
    expect(record.gaps).toHaveLength(1);
    expect(stretchesBetween({ hz: record.hz, fromS: 0, y: record.channels[0]!.values }, record.gaps)).toEqual(
      [
        [0, 500],
        [900, 1400],
      ],
    );
  });
  it('leaves a late sample and one of another width out, and bridges a clock that begins anew', () => {
    const recorder = fed(0, 100);
    expect(recorder.push({ tMs: 1900, values: [1, 2] })).toBe('late');
    expect(recorder.push({ tMs: 2100, values: [1] })).toBe('channels');
    expect(recorder.push({ tMs: 0, values: [1, 2] })).toBe('restarted');
    expect(recorder.push({ tMs: 20, values: [1, 2] })).toBe('kept');
    expect([recorder.samples(), recorder.leftOut(), recorder.gaps().length]).toEqual([102, 2, 1]);
  });
  it('comes back from a draft and goes on after a gap', () => {
    const before = fed(0, 200);
    before.name(['lowerRibs', 'belly']);
    before.note('sat up');
    const after = bandRecorder(before.draft());
    expect([after.samples(), after.channels()]).toEqual([200, ['lower ribs', 'belly']]);
    fed(0, 200, after);
    const record = must(after.record(null));
    expect(record.gaps).toHaveLength(1);
    expect(record.channels.map((c) => c.place)).toEqual(['lowerRibs', 'belly']);
    expect(record.notes[0]).toMatchObject({ text: 'sat up', atS: 3.98 });
  });
  it('gives the last seconds, and says when there is too little', () => {
    expect(fed(0, 500).last(2).times).toHaveLength(101);
    expect(why(fed(0, 5).record(null))).toMatch(/too little/);
    expect(bandRecorder().lengthS()).toBe(0);
  });
});

describe('records', () => {
  it('come from uneven samples on an even grid', () => {
    const times = Float64Array.from({ length: 400 }, (_, i) => 5 + i / 25 + (i % 2 ? 0.004 : 0));
    const record = must(recordOf({ times, columns: [{ name: 'Abdomen', values: times }] }));
    expect(record.channels[0]!.place).toBe('belly');
    record.channels[0]!.values.forEach((v, i) => expect(Math.abs(v - 5 - i / record.hz)).toBeLessThan(0.01));
    expect(
      why(
        recordOf({
          times: Float64Array.from([0, ...Array.from({ length: 30 }, (_, i) => 1e6 + i / 50)]),
          columns: [],
        }),
      ),
    ).toMatch(/too far apart/);
  });
  it.each([
    ['Thorax', 'lowerRibs'],
    ['rib right', 'lowerRibsRight'],
    ['Chest L', 'lowerRibsLeft'],
    ['abd', 'belly'],
    ['upper chest', 'upperRibs'],
    ['lower ribs, left', 'lowerRibsLeft'],
    ['EEG', null],
  ])('the name %s speaks of %s', (name, place) => expect(placeOf(name)).toBe(place));
  it('are placed where the instructor says, or as their names say', () => {
    const { record } = simulateBands(bandSetup({}), 60);
    expect(placed(record, [null, 'upperRibs']).channels.map((c) => c.place)).toEqual(['upperRibs']);
    expect(placed(record, [null, null]).channels).toHaveLength(2);
    expect(placed(record, [])).toBe(record);
  });
  it('are thinned for drawing and keep their peaks', () => {
    const { record } = simulateBands(bandSetup({ hz: 100 }), 600);
    record.channels[0]!.values[20111] = 9;
    const preview = previewOf(record, null);
    expect(preview.channels[0]!.points).toHaveLength(PREVIEW_POINTS);
    expect(preview.channels[0]!.high).toBe(9);
    expect(preview.loops).toEqual([]);
  });
});

describe('the made-up body', () => {
  it('gives the same samples for the same setup, streamed or whole', () => {
    const setup = bandSetup({ way: 'irregular', seed: 4 });
    const body = bandBody(setup);
    const { record } = simulateBands(setup, 20);
    for (let i = 0; i < 1000; i++)
      expect(body.next()!.values).toEqual(record.channels.map((c) => c.values[i]));
  });
  it('sends nothing while the line is lost', () => {
    const body = bandBody(bandSetup({ events: [{ kind: 'loss', atS: 1, lengthS: 1, channel: 0 }] }));
    const sent = Array.from({ length: 150 }, () => body.next() !== null);
    expect([sent[49], sent[50], sent[99], sent[100]]).toEqual([true, false, false, true]);
  });
});

describe('what follows from a record', () => {
  const found = (setup: Parameters<typeof bandSetup>[0], seconds = 120) =>
    must(analyse(simulateBands(bandSetup({ seed: 2, ...setup }), seconds).record));
  it('a reversed breath is timed by the ribs, with the belly named as drawing in', () => {
    const a = found({ way: 'reversed', ratePerMin: 12 });
    expect(a.reference).toBe('ribs');
    expect(a.phase!.deg).toBeGreaterThan(160);
    expect(a.shares.belly).toBeLessThan(0);
    expect(Math.abs(a.ratePerMin - 12)).toBeLessThan(0.8);
  });
  it('rests, sighs and apnoeas are named', () => {
    expect(found({ way: 'pauses', ratePerMin: 10 }).pauseEmptyS).toBeCloseTo(1.5, 0);
    expect(
      found({ way: 'allRound', events: [{ kind: 'sigh', atS: 50, lengthS: 1, channel: 0 }], seed: 9 }).sighs,
    ).toBe(1);
    const [apnoea, ...rest] = found({
      way: 'allRound',
      events: [{ kind: 'apnoea', atS: 50, lengthS: 15, channel: 0 }],
      seed: 9,
    }).apnoeas;
    expect(rest).toEqual([]);
    expect(Math.abs(apnoea!.toS - apnoea!.fromS - 15)).toBeLessThan(1.2);
  });
  it('a breath that stacks up lets the level after the exhale rise', () => {
    expect(found({ way: 'stuckInhale', seed: 6 }, 60).endLevel.driftPerMin).toBeGreaterThan(0.3);
    expect(Math.abs(found({ way: 'allRound' }).endLevel.driftPerMin)).toBeLessThan(0.1);
  });
  it('half bands show the smaller side', () =>
    expect(found({ way: 'oneSided', places: ['lowerRibsRight', 'lowerRibsLeft'] }).sideRatio).toBeCloseTo(
      0.28,
      1,
    ));
  it('says why it cannot', () => {
    const { record } = simulateBands(bandSetup({}), 60);
    expect(why(analyse({ ...record, channels: [] }))).toMatch(/no samples/);
    expect(why(analyse({ ...record, gaps: [{ fromS: 0, toS: 60 }] }))).toMatch(/only gaps/);
    expect(
      why(
        analyse({
          ...record,
          channels: record.channels.map((c) => ({ ...c, values: c.values.map(() => 1) })),
        }),
      ),
    ).toMatch(/no whole breath/);
    expect(why(analyse({ ...record, hz: 1.5 }))).toMatch(/samples a second/);
  });
});

describe('calibration', () => {
  it('by isovolume makes the two comparable, and says that shares are no volumes', () => {
    const plain = must(analyse(partOf(manoeuvres(), 42, 198)));
    const a = must(analyse(manoeuvres(), { calibration: [{ kind: 'isovolume', fromS: 2, toS: 38 }] }));
    expect(a.gains.ribs).toBeCloseTo(2, 1);
    expect(a.ribShare!).toBeGreaterThan(plain.ribShare! + 0.1);
    expect([a.gains.absolute, a.tidalMl, plain.gains.from]).toEqual([false, null, []]);
  });
  it('by a bag finds both gains and the volume of a breath', () => {
    const a = must(
      analyse(manoeuvres(), { calibration: [{ kind: 'bag', fromS: 42, toS: 198, volumeMl: 500 }] }),
    );
    expect(a.gains.absolute).toBe(true);
    expect(a.gains.ribs / a.gains.belly).toBeCloseTo(2, 0);
    expect(Math.abs(a.tidalMl! - 500)).toBeLessThan(40);
  });
  const bag = { kind: 'bag' as const, fromS: 42, toS: 198, volumeMl: 500 };
  const isovolume = { kind: 'isovolume' as const, fromS: 2, toS: 38 };
  it('says that a leak in an isovolume manoeuvre alone cannot be seen, and finds it by the bag', () => {
    const doubt = (leak: number, calibration: Parameters<typeof analyse>[1], share: number | null = null) =>
      must(analyse(manoeuvres(leak, share), calibration)).gains.doubt;
    expect(doubt(0.2, { calibration: [isovolume] })).toBe('leakUnseen');
    expect(doubt(0.2, { calibration: [isovolume, bag] })).toBe('disagree');
    expect(doubt(0, { calibration: [isovolume, bag] })).toBeNull();
    expect(doubt(0, { calibration: [isovolume, bag] }, 0.4)).toBe('leakUnseen');
    const both = must(analyse(manoeuvres(0.2), { calibration: [isovolume, bag] }));
    expect(both.gains.ribs / both.gains.belly).toBeCloseTo(2, 0);
  });
  it('says that a bag with one way of breathing tells no shares', () => {
    const a = must(analyse(manoeuvres(0, 0.4), { calibration: [bag] }));
    expect(a.gains.doubt).toBe('sharesUnknown');
    expect(Math.abs(a.tidalMl! - 500)).toBeLessThan(40);
    expect(must(analyse(manoeuvres(), { calibration: [bag] })).gains.doubt).toBeNull();
    expect(must(analyse(manoeuvres())).gains.doubt).toBeNull();
  });
  it('is refused with a reason when it is none', () => {
    const at = (c: Parameters<typeof analyse>[1]) => why(analyse(manoeuvres(), c));
    expect(at({ calibration: [{ kind: 'isovolume', fromS: 60, toS: 100 }] })).toMatch(
      /do not move against each other/,
    );
    expect(at({ calibration: [{ kind: 'isovolume', fromS: 3, toS: 3.2 }] })).toMatch(/too short/);
    expect(at({ calibration: [{ kind: 'bag', fromS: 195, toS: 199, volumeMl: 500 }] })).toMatch(
      /no whole breath/,
    );
    const one = manoeuvres();
    expect(
      why(
        analyse(
          { ...one, channels: one.channels.slice(0, 1) },
          { calibration: [{ kind: 'isovolume', fromS: 2, toS: 38 }] },
        ),
      ),
    ).toMatch(/needs a band on the ribs/);
  });
});
