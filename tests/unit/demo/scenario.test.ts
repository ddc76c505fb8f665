import { LIBRARY } from '@/core/drills/library';
import { bytesOf, ClientFile } from '@/core/formats/client-file';
import { readBands } from '@/core/formats/recording';
import type { LookData } from '@/core/look/look';
import type { SeenBands } from '@/core/look/quiet';
import { analyse } from '@/core/signal/analyse';
import { must } from '../helpers';
import { readLook } from '@/core/read/read';
import { namedReadings, READINGS } from '@/core/read/readings';
import { FLAG_GROUPS, isSet } from '@/core/screen/flags';
import { problemsOf } from '@/core/sequence/check';
import { layoutOf } from '@/core/sequence/sequence';
import { demoFiles } from '@/demo/scenario';
import { demoFilesAt } from '../../made-up-house';

const files = demoFilesAt(new Date('2026-11-20T09:00:00.000Z'));

/** What the bands of a look show, from the records that come with the file. */
const bandsIn = (f: ClientFile, data: LookData): SeenBands[] =>
  (data.bands ?? []).map((b) => {
    const kept = f.recordings.find((r) => r.id === b.recordId)!;
    const { record } = must(readBands(kept.kind, bytesOf(kept.base64)));
    return { position: b.position, analysis: must(analyse(record)) };
  });

describe('the made-up house', () => {
  it('has six clients with several visits each, and passes the schema', () => {
    expect(files).toHaveLength(6);
    for (const f of files) {
      expect(ClientFile.safeParse(f).success).toBe(true);
      expect(f.looks.filter((l) => l.purpose === 'visit').length).toBeGreaterThanOrEqual(3);
    }
  });
  it('shows every flag group and every reading between them', () => {
    for (const group of FLAG_GROUPS)
      expect([
        group.name,
        files.some((f) => group.flags.some((flag) => isSet(f.screen.flags, flag))),
      ]).toEqual([group.name, true]);
    const named = files.flatMap((f) =>
      f.looks
        .filter((l) => l.purpose === 'visit')
        .flatMap((l) =>
          namedReadings(
            readLook(l.data, f.screen.flags, {
              school: f.school,
              control: f.control,
              bands: bandsIn(f, l.data),
            }).readings,
          ).map((r) => r.name),
        ),
    );
    expect(new Set(named)).toEqual(new Set(READINGS));
  });
  it('still has something to read at the newest visit of each client', () => {
    for (const f of files) {
      const newest = f.looks.filter((l) => l.purpose === 'visit').at(-1)!;
      expect([
        f.name,
        namedReadings(
          readLook(newest.data, f.screen.flags, {
            school: f.school,
            control: f.control,
            bands: bandsIn(f, newest.data),
          }).readings,
        ).length > 0,
      ]).toEqual([f.name, true]);
    }
  });
  it('writes sequences that fit and break no rule', () => {
    for (const f of files)
      for (const s of f.sequences) {
        expect(problemsOf(s.data, { ...f.screen, library: LIBRARY })).toEqual([]);
        expect(layoutOf(s.data).totalS).toBeLessThanOrEqual(s.data.minutes * 60);
      }
  });
  it('is the same each time it is made', () =>
    expect(JSON.stringify(demoFiles(new Date('2026-11-20T09:00:00.000Z')))).toBe(JSON.stringify(files)));
});
