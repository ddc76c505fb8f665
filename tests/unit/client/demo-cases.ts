import { caseOf, type ClientCase } from '@/core/client/case';
import type { ClientFile } from '@/core/formats/client-file';
import { DEFAULT_THRESHOLDS } from '@/core/read/thresholds';
import { blockOf, planOf } from '../home/people';

/** A client of the demo as they are known, without bands, with a plan at home from 1 November to 1 December 2026. */
export const knownOf = (file: ClientFile): ClientCase =>
  caseOf({
    school: file.school,
    control: file.control,
    thresholds: DEFAULT_THRESHOLDS,
    screen: { data: file.screen, updatedAt: '2026-10-01T10:00:00.000Z' },
    looks: file.looks.toReversed().map((l) => ({ ...l, bands: () => [], clips: () => [] })),
    sequences: [],
    runs: file.runs.toReversed(),
    homes: [
      {
        id: '0b0a4a52-1f1c-4a6f-9d6e-1c2b3a4d5e6f',
        number: 1,
        createdAt: '2026-11-01T08:00:00.000Z',
        sentAt: '2026-11-01T08:00:00.000Z',
        endedAt: null,
        data: planOf({
          from: '2026-11-01',
          until: '2026-12-01',
          entries: [{ id: 'h1', place: 'waking', block: blockOf('twoHands') }],
        }),
        reports: [],
      },
    ],
  });
