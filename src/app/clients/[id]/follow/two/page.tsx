import { notFound } from 'next/navigation';
import type { ClipNote } from '@/core/look/look';
import { compareAll } from '@/core/follow/compare';
import { measuresIn, type SeenLook } from '@/core/client/case';
import { loopsOf } from '@/core/signal/preview';
import { beatsOf } from '@/core/video/in-step';
import { caseFor } from '@/server/case';
import { filmsOf } from '@/server/films';
import { bandRecordOf, clipAnalysisOf } from '@/server/recordings';
import { scopeOfRequest } from '@/server/request-scope';
import type { Scope } from '@/server/scope';
import type { SideClip } from '@/stations/follow/clips-in-step';
import { TwoLooks, type Side } from '@/stations/follow/two-looks';

type Props = {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ first?: string; second?: string }>;
};

export const metadata = { title: 'Two looks' };

export default async function TwoLooksPage({ params, searchParams }: Props) {
  const { id } = await params;
  const { first, second } = await searchParams;
  const scope = await scopeOfRequest();
  const known = caseFor(scope, id);
  if (!known || known.visits.length === 0) notFound();
  const find = (lookId: string | undefined) => known.visits.find((v) => v.id === lookId);
  const [from, to] = [find(first) ?? known.visits.at(-1)!, find(second) ?? known.visits[0]!];
  return (
    <TwoLooks
      key={`${from.id} ${to.id}`}
      clientId={id}
      looks={known.visits.toReversed().map(({ id: lookId, at }) => ({ id: lookId, at }))}
      sides={[sideOf(scope, from), sideOf(scope, to)]}
      compared={compareAll(measuresIn(from), measuresIn(to))}
    />
  );
}

/** What of a look is drawn; of its bands the first record that has loops. */
function sideOf(scope: Scope, { id, at, data, bands }: SeenLook): Side {
  const loops = bands().flatMap(({ position, analysis }): Side['loop'][] => {
    const note = data.bands?.find((b) => b.position === position);
    const record = note && bandRecordOf(scope, note);
    const drawn = record?.ok ? loopsOf(record.value, analysis) : [];
    return drawn.length === 0
      ? []
      : [
          {
            position,
            loops: drawn,
            phaseDeg: analysis.phase?.deg ?? null,
            leads: analysis.phase?.leads ?? null,
          },
        ];
  });
  const { rings, holds, note, stances = [] } = data;
  return {
    id,
    at,
    rings,
    stances,
    clips: keptClipsOf(scope, id, data.clips ?? []),
    holds,
    note,
    loop: loops[0] ?? null,
  };
}

/** Clips of a look of which a film or a picture is kept, with the breaths by which they go in step. */
function keptClipsOf(scope: Scope, lookId: string, notes: readonly ClipNote[]): SideClip[] {
  const there = filmsOf(scope, lookId).map((f) => f.id);
  return notes.flatMap((note): SideClip[] => {
    const { view, position, bend = null, fromS = 0, still } = note;
    const film = note.film && there.includes(note.film) ? `/looks/${lookId}/films/${note.film}` : null;
    if (!film && !still) return [];
    const seen = film ? clipAnalysisOf(scope, note) : null;
    const beats = (of: 'ordinary' | 'deep') => (seen ? beatsOf(seen, seen[of], fromS) : []);
    return [
      {
        view,
        position,
        bend,
        film,
        still: still ? `/recordings/${still}` : null,
        ordinary: beats('ordinary'),
        deep: beats('deep'),
      },
    ];
  });
}
