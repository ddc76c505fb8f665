'use client';

import { Fold } from '@/ui/fold';
import { datesIn } from '@/core/base/dates';
import { DATE_LANGUAGES, HOUSE_SAID, type House } from '@/core/base/house';
import type { Result } from '@/core/base/result';
import { Choice } from '@/ui/choice';
import { useDates } from '@/ui/dates';
import { TextField } from '@/ui/field';
import { Select } from '@/ui/select';
import { KeptLine } from './kept-line';
import { Setting } from './setting';
import { useKept } from './use-kept';

const LENGTHS = [
  { value: 'cm', label: 'centimetres' },
  { value: 'in', label: 'inches' },
] as const;
const WEIGHTS = [
  { value: 'kg', label: 'kilograms' },
  { value: 'lb', label: 'pounds' },
] as const;
const DAYS = [
  { value: '1', label: 'Monday' },
  { value: '6', label: 'Saturday' },
  { value: '7', label: 'Sunday' },
] as const;

/** A language by its own name, and how it writes a day. */
const languageSaid = (tag: string, day: Date): string =>
  `${new Intl.DisplayNames(tag, { type: 'language' }).of(tag) ?? tag}: ${datesIn(tag).day(day)}`;

type Props = { house: House; today: string; setHouse: (house: House) => Promise<Result<null>> };

/** How the studio writes and measures. */
export function HouseSettings({ house, today, setHouse }: Props) {
  const { value, standing, change, undo } = useKept(house, setHouse);
  const dates = useDates();
  const set = (patch: Partial<House>) => change({ ...value, ...patch });
  return (
    <Fold
      id="house"
      title="Writing and measuring"
      said={`${value.name || 'no name yet'} · ${value.length} · ${value.weight}`}
    >
      <div className="space-y-1">
        <Setting {...HOUSE_SAID.name}>
          <TextField
            label={HOUSE_SAID.name.label}
            className="[&>span:first-child]:sr-only"
            value={value.name}
            maxLength={80}
            dir="auto"
            onValue={(name) => set({ name })}
          />
        </Setting>
        <Setting {...HOUSE_SAID.length}>
          <Choice
            label={HOUSE_SAID.length.label}
            hideLabel
            options={LENGTHS}
            value={value.length}
            onValue={(length) => length && set({ length })}
          />
        </Setting>
        <Setting {...HOUSE_SAID.weight}>
          <Choice
            label={HOUSE_SAID.weight.label}
            hideLabel
            options={WEIGHTS}
            value={value.weight}
            onValue={(weight) => weight && set({ weight })}
          />
        </Setting>
        <Setting {...HOUSE_SAID.firstDay}>
          <Choice
            label={HOUSE_SAID.firstDay.label}
            hideLabel
            options={DAYS}
            value={String(value.firstDay) as '1' | '6' | '7'}
            onValue={(day) => day && set({ firstDay: Number(day) as House['firstDay'] })}
          />
        </Setting>
        <Setting {...HOUSE_SAID.language}>
          <Select
            label={HOUSE_SAID.language.label}
            hideLabel
            look="line"
            value={value.language ?? ''}
            onValue={(tag) => set({ language: tag === '' ? null : tag })}
            options={[
              { value: '', label: 'as each browser asks' },
              ...DATE_LANGUAGES.map((tag) => ({ value: tag, label: languageSaid(tag, new Date(today)) })),
            ]}
          />
          <p className="pt-1 text-fine text-soft">Now: {dates.moment(today)}</p>
        </Setting>
        <KeptLine standing={standing} undo={undo} />
      </div>
    </Fold>
  );
}
