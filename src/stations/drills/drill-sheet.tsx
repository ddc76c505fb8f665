import type { ReactNode } from 'react';
import { POSITION } from '@/core/body/positions';
import { BARE_HANDED, PROP_LABEL, SUBSTITUTES } from '@/core/body/props';
import { ZONE_LABEL, type Zone } from '@/core/body/zones';
import { describePattern, printPattern } from '@/core/breath/pattern';
import { harderOf } from '@/core/drills/catalogue';
import { aimsOf } from '@/core/drills/aim-cues';
import { DEMAND_LABEL, type Drill } from '@/core/drills/drill';
import { NEED_LABEL } from '@/core/aims/needs';
import { FLAG_LABEL, type Flag } from '@/core/screen/flags';
import { REMEDY_LABEL } from '@/core/screen/remedies';
import { STOP_SIGN_LABEL } from '@/core/screen/stop-signs';
import { wordsOfDrill } from '@/core/sequence/words';
import { describeTone } from '@/core/tone/tone';
import { Figure } from '@/pictures/figure';
import { Press } from '@/ui/press';
import { Term } from '@/ui/term';

/** A drill's breath in words. */
const breathOf = ({ breathing }: Pick<Drill, 'breathing'>): string =>
  breathing.kind === 'paced'
    ? describePattern(breathing.pattern) +
      (breathing.last ? `, the last breath ${printPattern(breathing.last)}` : '')
    : breathing.kind === 'ladder'
      ? 'a ladder: 1/2, 2/3, 3/4 s and on, one breath a rung'
      : 'as it comes';

/** Everything about one drill. */
export function DrillSheet({
  drill,
  all,
  onOpen,
  buttons,
}: {
  drill: Drill;
  all: readonly Drill[];
  onOpen?: (id: string) => void;
  buttons?: ReactNode;
}) {
  const { usual, range, figure } = drill;
  const words = wordsOfDrill(drill);
  const unit = drill.breathing.kind === 'free' ? 's' : 'breaths';
  const named = (id: string) => all.find((d) => d.id === id);
  const link = (d: Drill | undefined, none: string) =>
    d ? (
      onOpen ? (
        <Press look="text" key={d.id} className="min-h-6" onClick={() => onOpen(d.id)}>
          {d.name}
        </Press>
      ) : (
        d.name
      )
    ) : (
      none
    );
  const harder = harderOf(drill, all);
  const first = drill.ownedFirst.flatMap((id) => named(id) ?? []);
  const props = drill.props.map((p) =>
    [
      PROP_LABEL[p],
      ...(SUBSTITUTES[p] ?? []).map((s) => `or ${PROP_LABEL[s]}`),
      ...(BARE_HANDED[p] ? [`or ${BARE_HANDED[p]}`] : []),
    ].join(' '),
  );
  const limits = [
    ...drill.demands.map((d) => DEMAND_LABEL[d]),
    ...(Object.keys(drill.bars) as Flag[]).map((f) => `barred with ${FLAG_LABEL[f]}: ${drill.bars[f]}`),
    ...(Object.keys(drill.alters) as Flag[]).map(
      (f) => `with ${FLAG_LABEL[f]} ${REMEDY_LABEL[drill.alters[f]!.remedy]}: ${drill.alters[f]!.why}`,
    ),
  ];
  return (
    <article aria-label={drill.name} className="max-h-[680px] space-y-2.5 overflow-y-auto pr-1" tabIndex={0}>
      <div className="flex items-end gap-4">
        <Figure
          position={drill.positions[0]!}
          props={drill.props}
          figure={figure.start}
          hands={figure.hands}
          breath={drill.zones}
          className="h-28 w-52"
        />
        {figure.end ? (
          <Figure
            position={drill.positions[0]!}
            props={drill.props}
            figure={figure.end}
            breath={drill.zones}
            className="h-28 w-52"
            title={`${drill.name}, where the move ends`}
          />
        ) : (
          <Figure
            position={drill.positions[0]!}
            props={drill.props}
            figure={figure.start}
            hands={figure.hands}
            view="front"
            breath={drill.zones}
            className="h-28 w-40"
            title={`${drill.name}, from the front`}
          />
        )}
      </div>
      <h2 className="text-title">{drill.name}</h2>
      <p className="tabular-nums">
        {breathOf(drill)} · {range[0] === range[1] ? range[0] : `${range[0]}–${range[1]}`} {unit}
        {usual.rounds > 1 ? ` × ${usual.rounds}` : ''}
        {usual.sides === 2 ? ', each side' : ''}
        {describeTone(drill.tone) ? ` · ${describeTone(drill.tone)}` : ''}
      </p>
      {buttons && <div className="flex gap-2">{buttons}</div>}
      <ol className="list-decimal space-y-0.5 pl-5">
        {words.steps.map((s) => (
          <li key={s.text}>{s.text}</li>
        ))}
      </ol>
      <dl className="grid grid-cols-[84px_1fr] gap-x-3 gap-y-1 text-small">
        {words.cues.map((c) => (
          <div key={c.text} className="contents">
            <dt className="text-soft">{c.kind}</dt>
            <dd className="italic">“{c.text}”</dd>
          </div>
        ))}
        <dt className="text-soft">to be felt</dt>
        <dd>{words.feeling}</dd>
        {words.faults.map((f) => (
          <div key={f.sign} className="contents">
            <dt className="text-soft">if</dt>
            <dd>
              {f.sign}: {f.mend}
            </dd>
          </div>
        ))}
        <dt className="text-soft">
          <Term of="stopSign">stop at</Term>
        </dt>
        <dd>{drill.stopSigns.map((s) => STOP_SIGN_LABEL[s]).join(', ')}, or any other stop sign</dd>
        <dt className="text-soft">
          <Term of="need">serves</Term>
        </dt>
        <dd>
          {aimsOf(drill)
            .map((n) => NEED_LABEL[n])
            .join(', ')}
        </dd>
        {Object.keys(drill.zones).length > 0 && (
          <dt className="text-soft">
            <Term of="zone">zones</Term>
          </dt>
        )}
        {Object.keys(drill.zones).length > 0 && (
          <dd>
            {(Object.keys(drill.zones) as Zone[])
              .sort((a, b) => drill.zones[b]! - drill.zones[a]!)
              .map((z) => ZONE_LABEL[z])
              .join(', ')}
          </dd>
        )}
        <dt className="text-soft">positions</dt>
        <dd>{drill.positions.map((p) => POSITION[p].label).join('; ')}</dd>
        <dt className="text-soft">props</dt>
        <dd>{props.join('; ') || 'none'}</dd>
        {limits.length > 0 && <dt className="text-soft">asks for</dt>}
        {limits.length > 0 && <dd>{limits.join('; ')}</dd>}
        {first.length > 0 && <dt className="text-soft">first</dt>}
        {first.length > 0 && <dd className="flex flex-wrap gap-x-4">{first.map((d) => link(d, ''))}</dd>}
        <dt className="text-soft">easier</dt>
        <dd>{link(drill.easier ? named(drill.easier) : undefined, 'this is where to start')}</dd>
        <dt className="text-soft">harder</dt>
        <dd className="flex flex-wrap gap-x-4">
          {harder.length > 0 ? harder.map((d) => link(d, '')) : 'nothing beyond it'}
        </dd>
        <dt className="text-soft">
          <Term of="school">school</Term>
        </dt>
        <dd>
          {drill.school === 'both'
            ? 'either'
            : drill.school === 'lowQuiet'
              ? 'low and quiet'
              : 'all round with opposition'}{' '}
          · <Term of="level">level</Term> {drill.level}
        </dd>
      </dl>
    </article>
  );
}
