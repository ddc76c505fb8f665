import fc from 'fast-check';
import { homeProblems, maySend } from '@/core/home/check-home';
import type { HomeClient } from '@/core/home/choices';
import { weekdayOf } from '@/core/home/clock-time';
import { HomePlan } from '@/core/home/home-plan.schema';
import { HOME_LIMIT, isHeld, isLoaded, onlyWhenOwned } from '@/core/home/limits';
import { homeSaid } from '@/core/home/home-said';
import { isResisted } from '@/core/propose/air';
import { planHome, type HomeWish } from '@/core/home/plan-home';
import { breathsOf, fullestDay, slotsOn } from '@/core/home/schedule';
import { LIBRARY } from '@/core/drills/library';
import { dropIn } from '@/core/class/member';
import { isOpen, verdictFor } from '@/core/safety/verdict';
import { drillOf } from '@/core/sequence/sequence';
import { must, why } from '../helpers';
import { anyDay, anyHomeClient, DAY } from './people';
import { battery } from '../../battery';

const { some } = battery(1);

const wish = (parts: Partial<HomeWish> = {}): HomeWish => ({
  day: DAY,
  from: '2026-03-02',
  until: '2026-03-15',
  amount: 'full',
  ...parts,
});

const client = (parts: Partial<HomeClient['plan']> = {}, coached: string[] = []): HomeClient => ({
  plan: { ...dropIn('', '', {}, 'lowQuiet').plan, visits: 2, ...parts },
  sequence: null,
  coached,
  library: LIBRARY,
});

describe('a plan for home', () => {
  it('never holds what is barred, went badly, or is held or loaded and not owned; within what a day may hold', () => {
    let made = 0;
    fc.assert(
      fc.property(anyHomeClient, anyDay, fc.constantFrom('full', 'half', 'five'), (who, day, amount) => {
        const plan = planHome(who, wish({ day, amount }));
        if (!plan.ok) return;
        made++;
        expect(HomePlan.safeParse(plan.value).success).toBe(true);
        for (const { block } of plan.value.entries) {
          const drill = drillOf(block)!;
          const verdict = verdictFor(drill, who.plan.flags, who.plan.props);
          expect(isOpen(verdict)).toBe(true);
          expect(verdict.positions).toContain(block.position);
          expect(who.plan.lost).not.toContain(drill.id);
          if (isHeld(block) || isLoaded(drill) || drill.stage === 'hold')
            expect(who.plan.owned).toContain(drill.id);
        }
        const { total, day: fullest } = fullestDay(plan.value);
        expect(total.seconds).toBeLessThanOrEqual(HOME_LIMIT.minutes * 60 + 60);
        const slots = slotsOn({ ...plan.value, until: '2027-01-01' }, fullest);
        const resisted = slots
          .flatMap((s) => plan.value.entries.filter((e) => e.id === s.entryId))
          .filter((e) => isResisted(e.block))
          .reduce((n, e) => n + breathsOf(e.block), 0);
        expect(resisted).toBeLessThanOrEqual(HOME_LIMIT.resistedBreaths);
        const drills = new Set(plan.value.entries.map((e) => e.block.drillId));
        expect(drills.size).toBeLessThanOrEqual(HOME_LIMIT.drills);
        expect(maySend(homeProblems(plan.value, { ...who.plan, library: LIBRARY }, '2026-03-02'))).toBe(true);
      }),
      { numRuns: some(400, 40) },
    );
    expect(made).toBeGreaterThan(some(60, 10));
  });

  it('takes what is owned before what is only written, and says why in a sentence', () => {
    const owned = client({ needs: { backRibs: 2 }, owned: ['bandRibs'], ownedAt: { bandRibs: 'hookLying' } });
    owned.plan.props = ['band'];
    const plan = must(planHome(owned, wish()));
    expect(plan.entries.map((e) => [e.place, e.block.drillId])).toEqual([
      ['waking', 'bandRibs'],
      ['bedtime', 'bandRibs'],
    ]);
    expect(plan.checks).toBe(3);
    expect(homeSaid(plan, owned)).toEqual([
      expect.objectContaining({
        text: expect.stringMatching(/^Band round .* it is owned, and it is there to /),
      }),
    ]);
  });

  it('half is at most half, five minutes are at most five, and both keep what leads', () => {
    fc.assert(
      fc.property(anyHomeClient, (who) => {
        const full = planHome(who, wish());
        if (!full.ok) return;
        const most = fullestDay(full.value).total.seconds;
        const half = planHome(who, wish({ amount: 'half' }));
        if (half.ok) expect(fullestDay(half.value).total.seconds).toBeLessThanOrEqual(most / 2 + 1);
        const five = planHome(who, wish({ amount: 'five' }));
        if (five.ok) expect(fullestDay(five.value).total.seconds).toBeLessThanOrEqual(300);
      }),
      { numRuns: some(300, 30) },
    );
  });

  it('goes between sitting for who sits, before a run for who runs, else by the hour', () => {
    const seated = {
      needs: { lowBreath: 2, upright: 1 },
      owned: ['twoHands'],
      ownedAt: { twoHands: 'sitting' as const },
      props: ['chair' as const],
    };
    const places = (goals: HomeClient['plan']['goals']) =>
      must(planHome(client({ ...seated, goals: goals ?? [] }), wish())).entries.map((e) => e.place);
    expect(places(['sitting'])).toContain('sitting');
    expect(places([])).toContain('hourly');
    expect(places([])).not.toContain('sitting');
  });

  it('says what is missing where nothing may go home', () => {
    expect(why(planHome(client({ needs: { lowBreath: 2 } }), wish()))).toContain('Nothing was coached');
    const lost = client({ needs: { lowBreath: 2 }, owned: ['twoHands'], lost: ['twoHands'] });
    expect(why(planHome(lost, wish()))).toContain('nothing may go home');
  });
});

describe('what speaks against a plan', () => {
  const plan = must(
    planHome(
      client({ needs: { lowBreath: 2 }, owned: ['twoHands'], ownedAt: { twoHands: 'hookLying' } }),
      wish(),
    ),
  );
  const rules = { flags: {}, props: [], owned: ['twoHands'], lost: [], library: LIBRARY };
  const texts = (p: HomePlan, more = {}, today = '2026-03-02') =>
    homeProblems(p, { ...rules, ...more }, today).map((x) => `${x.level}: ${x.text}`);

  it('dates, too much of a day, and what came to be barred since', () => {
    expect(texts(plan)).toEqual([]);
    expect(texts({ ...plan, until: '2026-03-01' })).toEqual(['stop: it ends before it begins']);
    expect(texts({ ...plan, until: '2026-09-01' })[0]).toContain('56 at most');
    expect(texts(plan, {}, '2026-05-01')).toEqual(['stop: its last day is over']);
    expect(texts({ ...plan, entries: [] })[0]).toBe('stop: nothing is in it yet');
    const many = {
      ...plan,
      entries: plan.entries.map((e) => ({
        ...e,
        block: { ...e.block, dose: { ...e.block.dose, breaths: 90 } },
      })),
    };
    expect(texts(many).join()).toMatch(/180 counted breaths a day: 120 at most/);
    expect(texts(many, { flags: { panic: true } }).join()).toMatch(/60 at most/);
    expect(texts(plan, { lost: ['twoHands'] }).join()).toContain('went badly');
  });

  it('a held breath or a load that is not owned stops it', () => {
    const hold = LIBRARY.find((d) => d.stage === 'hold')!;
    const entry = { ...plan.entries[0]!, block: { ...plan.entries[0]!.block, drillId: hold.id } };
    expect(onlyWhenOwned(hold, entry.block)).toBe('a held breath');
    expect(texts({ ...plan, entries: [entry] }).join()).toContain('goes home only when it is owned');
  });
});

describe('the days of a plan', () => {
  it('count from Monday', () => {
    expect(weekdayOf('2026-03-02')).toBe(1);
    expect(weekdayOf('2026-03-08')).toBe(7);
  });
});
