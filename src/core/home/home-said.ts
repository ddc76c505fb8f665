import { NEED_LABEL, NEEDS } from '../aims/needs';
import { listed } from '../base/listed';
import { doseOf } from '../sequence/sheet';
import { drillOf, nameOf } from '../sequence/sequence';
import type { HomeClient } from './choices';
import { PLACE_WORDS } from './home-places';
import type { HomePlan } from './home-plan.schema';

/** Why each drill goes home, as a colleague says it: where in the day, how much, and what for. */
export function homeSaid(
  { entries }: Pick<HomePlan, 'entries'>,
  { plan, coached }: Pick<HomeClient, 'plan' | 'coached'>,
): { drillId: string; text: string }[] {
  const ids = [...new Set(entries.map((e) => e.block.drillId))];
  return ids.map((drillId) => {
    const here = entries.filter((e) => e.block.drillId === drillId);
    const { block } = here[0]!;
    const drill = drillOf(block);
    const need = NEEDS.filter((n) => (drill?.serves[n] ?? 0) > 0 && (plan.needs[n] ?? 0) > 0).sort(
      (a, b) =>
        (drill!.serves[b] ?? 0) * (plan.needs[b] ?? 0) - (drill!.serves[a] ?? 0) * (plan.needs[a] ?? 0),
    )[0];
    const known = plan.owned?.includes(drillId)
      ? 'it is owned'
      : coached.includes(drillId)
        ? 'it was found in the room'
        : 'it was not coached yet, so teach it first';
    const when = here.map((e) => `${PLACE_WORDS[e.place].label} (${doseOf(e.block)})`);
    return {
      drillId,
      text: `${nameOf(block)}, ${listed(when)}: ${known}${need ? `, and it is there to ${NEED_LABEL[need]}` : ''}.`,
    };
  });
}
