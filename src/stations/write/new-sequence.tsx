'use client';

import dynamic from 'next/dynamic';
import { useMemo, useState } from 'react';
import { NEED_LABEL, NEEDS } from '@/core/aims/needs';
import type { Result } from '@/core/base/result';
import type { Drill } from '@/core/drills/drill';
import type { ClientPlan } from '@/core/propose/input';
import { nameFor } from '@/core/propose/name';
import type { ProposalInput } from '@/core/propose/propose';
import type { Sequence } from '@/core/sequence/sequence';
import type { LessonPlan } from '@/core/client/case';
import { Button } from '@/ui/button';
import { Fold } from '@/ui/fold';
import { NumberField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { labelled, Select } from '@/ui/select';
import { Slider } from '@/ui/slider';
import { placed, PLACES, PLACE_LABEL, type Place } from './places';
import { useProposal, type LiveProposal } from './use-proposal';
import { WishList, wished, type Wishes } from './wish-list';
import { WithTerms } from '@/ui/term';

// The staves come when the page stands.
const ProposalView = dynamic(() => import('./proposal-view').then((m) => m.ProposalView), {
  ssr: false,
  loading: () => <div className="h-[330px]" />,
});

const MINUTES = { least: 3, most: 120, sliderMost: 60, usual: 20 } as const;
/** Needs that are shown; the rest weighs little. */
const NEEDS_SHOWN = 3;

const LessonProposal = dynamic(() => import('./lesson-proposal').then((m) => m.LessonProposal), {
  ssr: false,
  loading: () => <div className="h-[330px]" />,
});

const KINDS = ['lesson', 'drills'] as const;
type Kind = (typeof KINDS)[number];
const KIND_LABEL: Record<Kind, string> = { lesson: 'Lesson', drills: 'Drills only' };

type Props = {
  looked: boolean;
  plan: ClientPlan;
  /** What a lesson rests on besides; with a task it is what is proposed first. */
  lessonPlan: LessonPlan;
  catalogue: readonly Drill[];
  keep: (name: string, data: Sequence) => Promise<Result<unknown>>;
  /** Keeps it and goes into Coach with it; null where nothing may be coached. */
  coach: ((name: string, data: Sequence) => Promise<Result<unknown>>) | null;
};

/** What would be proposed, drawn while minutes, place and wishes are set; kept with one press. */
export function NewSequence({ looked, plan, lessonPlan, catalogue, keep, coach }: Props) {
  const [kind, setKind] = useState<Kind>(lessonPlan.task ? 'lesson' : 'drills');
  const [minutes, setMinutes] = useState<number | undefined>(MINUTES.usual);
  const [place, setPlace] = useState<Place>('floor');
  const [wishes, setWishes] = useState<Wishes>({});
  const [keeping, setKeeping] = useState(false);
  /** Why it was not kept; of no interest once something else is proposed. */
  const [refused, setRefused] = useState<{ why: string; of: string } | null>(null);
  const asked = JSON.stringify([minutes, place, wishes]);
  const input = useMemo(
    (): ProposalInput => ({
      ...plan,
      ...placed(plan, place),
      minutes: minutes ?? MINUTES.usual,
      library: catalogue,
      locked: wished(wishes, 'locked'),
      wanted: wished(wishes, 'wanted'),
      unwanted: wished(wishes, 'unwanted'),
    }),
    [plan, place, minutes, catalogue, wishes],
  );
  const lessonInput = useMemo(() => ({ ...input, ...lessonPlan }), [input, lessonPlan]);
  const live = useProposal(input);
  const proposal = live.answer?.ok ? live.answer.value : null;
  const take = async (by: typeof keep) => {
    if (!proposal) return;
    setKeeping(true);
    setRefused(null);
    const kept = await by(nameFor(proposal, plan.needs), proposal);
    if (kept.ok) return;
    setRefused({ why: kept.why, of: asked });
    setKeeping(false);
  };
  const error = refused?.of === asked ? refused.why : null;
  const ready = proposal !== null && live.fresh && !keeping && minutes !== undefined;
  return (
    <section aria-labelledby="new" className="border-b border-rule pb-4">
      <h2 id="new" className="sr-only">
        A new sequence
      </h2>
      <div className="grid grid-cols-1 desk:grid-cols-[minmax(0,1fr)_230px_270px] gap-8">
        <div className="space-y-2">
          <div className="flex flex-wrap items-end gap-6">
            <NumberField
              label="Minutes"
              className="w-24"
              min={MINUTES.least}
              max={MINUTES.most}
              value={minutes}
              onValue={setMinutes}
            />
            <div className="grow pb-1">
              <Slider
                bare
                label="minutes"
                min={MINUTES.least}
                max={MINUTES.sliderMost}
                step={1}
                value={Math.min(MINUTES.sliderMost, minutes ?? MINUTES.usual)}
                onValue={setMinutes}
                say={() => `${minutes ?? '–'} min`}
              />
            </div>
          </div>
          {kind === 'lesson' && lessonPlan.last && (
            <p className="text-small" data-last-lesson>
              <span className="text-soft">Last lesson:</span> {lessonPlan.last.join(' ')}
            </p>
          )}
          {!looked && (
            <Notice level="care">
              Nobody has looked yet, so the proposal rests on flags, goals and the school alone.
            </Notice>
          )}
        </div>
        <NeedBars plan={plan} />
        <Fold
          title="Wishes"
          said={[
            kind === 'drills' ? KIND_LABEL.drills.toLowerCase() : '',
            place === 'floor' ? '' : PLACE_LABEL[place],
            Object.keys(wishes).length > 0 ? `${Object.keys(wishes).length} drills` : '',
          ]
            .filter(Boolean)
            .join(', ')}
        >
          <Select
            label="Propose"
            look="line"
            value={kind}
            onValue={setKind}
            options={labelled(KINDS, KIND_LABEL)}
          />
          <Select
            label="There is"
            look="line"
            value={place}
            onValue={setPlace}
            options={labelled(PLACES, PLACE_LABEL)}
          />
          <WishList catalogue={catalogue} wishes={wishes} onWishes={setWishes} />
        </Fold>
      </div>
      {kind === 'lesson' ? (
        <div className="pt-2">
          <LessonProposal input={lessonInput} keep={keep} coach={coach} />
        </div>
      ) : (
        <>
          <div className="pt-2">
            {proposal ? (
              <ProposalView sequence={proposal} waiting={!live.fresh} />
            ) : live.answer && !live.answer.ok ? (
              <Notice level="care">{live.answer.why}</Notice>
            ) : (
              <div className="h-[330px] pt-6 text-soft">Weighing the drills …</div>
            )}
          </div>
          <div className="flex flex-wrap items-center gap-x-5 gap-y-2 pt-1.5">
            <Button kind="main" disabled={!ready} onClick={() => void take(keep)}>
              {keeping ? 'Keeping …' : 'Keep this sequence'}
            </Button>
            {coach && (
              <Button disabled={!ready} onClick={() => void take(coach)}>
                Keep and coach it
              </Button>
            )}
            <p
              role="status"
              className={`text-small tabular-nums ${error ? 'font-semibold text-care' : 'text-soft'}`}
            >
              {error ?? <WithTerms text={saidOf(live)} />}
            </p>
          </div>
        </>
      )}
    </section>
  );
}

/** A bound that is further off than this says nothing about the answer. Our choice. */
const TELLS_UP_TO_PCT = 50;

/** How sure it is that nothing better was left. */
function saidOf({ answer, fresh, settled, progress }: LiveProposal): string {
  if (!answer?.ok) return '';
  if (!fresh) return 'looking …';
  const { proof } = answer.value;
  if (settled && proof?.proven) return 'Best fit for these priorities and minutes.';
  const over = (best: number, bound: number) => {
    const pct = Math.max(0, (bound / best - 1) * 100);
    return pct <= TELLS_UP_TO_PCT ? `at most ${pct.toFixed(1)} % better` : null;
  };
  const first = progress && over(progress.best, progress.bound);
  const last = proof && over(proof.value, proof.bound);
  if (!settled) return first ? `a first answer; ${first} …` : 'a first answer; proving …';
  if (!proof) return '';
  return last
    ? `${last.charAt(0).toUpperCase()}${last.slice(1)} could still be found.`
    : 'A good answer; whether there is a better one was not found out in the time.';
}

/** What is worked on, the heaviest first. */
function NeedBars({ plan }: { plan: ClientPlan }) {
  const needs = NEEDS.flatMap((need) => (plan.needs[need] ? [{ need, weight: plan.needs[need] }] : []))
    .sort((a, b) => b.weight - a.weight)
    .slice(0, NEEDS_SHOWN);
  const most = needs[0]?.weight ?? 1;
  return (
    <ul aria-label="What is worked on" className="space-y-1 text-small">
      {needs.map(({ need, weight }) => (
        <li key={need} title={(plan.because?.[need] ?? []).join('; ')}>
          {NEED_LABEL[need]}
          <span className="block h-[3px] bg-rise" style={{ width: `${(100 * weight) / most}%` }} />
        </li>
      ))}
    </ul>
  );
}
