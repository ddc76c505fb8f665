import fc from 'fast-check';
import { afterSave, judgeSave, type Kept, type Save, type Saved } from '@/core/base/revision';
import * as machine from '@/ui/autosave/machine';

/** A value is the set of words that were typed; each is typed once, so whatever is missing was lost. */
type Words = readonly string[];
const union: machine.Merge<Words> = (base, mine, theirs) => [
  ...theirs,
  ...mine.filter((w) => !base.includes(w) && !theirs.includes(w)),
];

type Trip = { tab: number; save: Save<Words>; saved: Saved<Words> | null };

/** A server, tabs on one record, and a line between them that loses, doubles and delays whatever it likes. */
class World {
  kept: Kept<Words> = { rev: 0, data: [], writer: null, n: 0, from: 0 };
  earlier: Words[] = [];
  typed: string[] = [];
  trips: Trip[] = [];
  /** What each tab wrote into the browser when it was last typed into. */
  drafts: (machine.Draft<Words> | undefined)[] = [];
  tabs: machine.Editing<Words>[];
  /** Values that a tab has shown as saved. */
  promised = new Set<string>();

  constructor(
    tabs: number,
    readonly merge?: machine.Merge<Words>,
  ) {
    this.tabs = Array.from({ length: tabs }, (_, i) => machine.opened<Words>(`w${i}`, 0, []));
  }

  put(tab: number, next: machine.Editing<Words>): void {
    this.tabs[tab] = next;
    if (machine.allSaved(next)) next.value.forEach((w) => this.promised.add(w));
  }
  type(tab: number): void {
    const word = `t${this.typed.length}`;
    this.typed.push(word);
    const e = this.tabs[tab]!;
    const next = machine.edited(e, [...e.value, word]);
    this.put(tab, next);
    this.drafts[tab] = machine.draftOf(next, 0);
  }
  send(tab: number, last: boolean): void {
    const out = machine.outgoing(this.tabs[tab]!, last);
    if (!out) return;
    this.put(tab, out.editing);
    this.trips.push({ tab, save: out.save, saved: null });
  }
  /** The server takes a save, and does with it what the real one does. */
  deliver(trip: Trip): void {
    const verdict = judgeSave(this.kept, trip.save);
    if (verdict === 'conflict') {
      trip.saved = { ok: false, why: 'changed', conflict: { rev: this.kept.rev, data: this.kept.data } };
      return;
    }
    if (verdict === 'store') {
      if (trip.save.keepEarlier) this.earlier.push(this.kept.data);
      this.kept = afterSave(this.kept, trip.save);
    }
    trip.saved = { ok: true, rev: this.kept.rev };
  }
  answer(trip: Trip): void {
    if (trip.saved)
      this.put(trip.tab, machine.answered(this.tabs[trip.tab]!, trip.save, trip.saved, this.merge));
  }
  lose(trip: Trip): void {
    this.put(trip.tab, machine.unanswered(this.tabs[trip.tab]!, trip.save, 'no answer'));
  }
  choose(tab: number, mine: boolean): void {
    const e = this.tabs[tab]!;
    if (!e.theirs) return;
    if (mine) return this.put(tab, machine.mineStands(e));
    this.earlier.push(e.value);
    this.put(tab, machine.theirsStands(e));
  }
  /** The page goes, with a last save on its way, and comes back with what the server has and the draft it left. */
  reload(tab: number): void {
    this.send(tab, true);
    const e = this.tabs[tab]!;
    const draft = machine.allSaved(e) ? undefined : this.drafts[tab];
    this.put(
      tab,
      draft ? machine.resumed(draft) : machine.opened(`${e.writer}+`, this.kept.rev, this.kept.data),
    );
    if (draft) this.drafts[tab] = machine.draftOf(this.tabs[tab]!, 0);
  }
  /** The line works again and everybody decides: after this nothing may be open. */
  settle(): void {
    for (let round = 0; round < 60 && this.tabs.some((e) => !machine.allSaved(e)); round++)
      for (let tab = 0; tab < this.tabs.length; tab++) {
        const flying = this.tabs[tab]!.flying;
        if (flying) this.lose({ tab, save: flying, saved: null });
        this.send(tab, false);
        const trip = this.trips.at(-1);
        if (trip?.tab === tab && trip.saved === null) {
          this.deliver(trip);
          this.answer(trip);
        }
        this.choose(tab, (round + tab) % 2 === 0);
      }
  }
  /** Everything that is kept somewhere: where it stands, or among the earlier values. */
  everything(): Set<string> {
    return new Set([...this.kept.data, ...this.earlier.flat()]);
  }
}

const what = fc.oneof(
  { weight: 5, arbitrary: fc.record({ do: fc.constant('type' as const), tab: fc.nat(2) }) },
  {
    weight: 4,
    arbitrary: fc.record({ do: fc.constant('send' as const), tab: fc.nat(2), last: fc.boolean() }),
  },
  { weight: 5, arbitrary: fc.record({ do: fc.constant('deliver' as const), trip: fc.nat(30) }) },
  { weight: 4, arbitrary: fc.record({ do: fc.constant('answer' as const), trip: fc.nat(30) }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('lose' as const), trip: fc.nat(30) }) },
  {
    weight: 2,
    arbitrary: fc.record({ do: fc.constant('choose' as const), tab: fc.nat(2), mine: fc.boolean() }),
  },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('reload' as const), tab: fc.nat(2) }) },
);

function live(world: World, happening: readonly unknown[]): void {
  for (const raw of happening) {
    const e = raw as { do: string; tab: number; trip: number; last: boolean; mine: boolean };
    const tab = e.tab % world.tabs.length;
    const trip = world.trips.at(-1 - (e.trip % Math.max(1, world.trips.length)));
    if (e.do === 'type') world.type(tab);
    if (e.do === 'send') world.send(tab, e.last);
    if (e.do === 'choose') world.choose(tab, e.mine);
    if (e.do === 'reload') world.reload(tab);
    if (!trip) continue;
    if (e.do === 'deliver') world.deliver(trip);
    if (e.do === 'answer') world.answer(trip);
    if (e.do === 'lose') world.lose(trip);
  }
}

describe('the saving of a value that several pages edit', () => {
  for (const [name, merge] of [
    ['where edits are joined', union],
    ['where the user chooses', undefined],
  ] as const)
    it(`loses nothing that was typed or promised, ${name}`, () => {
      fc.assert(
        fc.property(fc.integer({ min: 1, max: 3 }), fc.array(what, { maxLength: 70 }), (tabs, happening) => {
          const world = new World(tabs, merge);
          live(world, happening);
          for (const word of world.promised) if (!world.everything().has(word)) return false;
          world.settle();
          const kept = world.everything();
          return world.tabs.every(machine.allSaved) && world.typed.every((word) => kept.has(word));
        }),
        { numRuns: 6000 },
      );
    });

  it('alone on a page never meets anybody, whatever the line does', () => {
    fc.assert(
      fc.property(fc.array(what, { maxLength: 80 }), (happening) => {
        const world = new World(1);
        live(world, happening);
        const met = world.tabs[0]!.theirs !== null;
        world.settle();
        return !met && world.typed.every((w) => world.kept.data.includes(w));
      }),
      { numRuns: 6000 },
    );
  });

  it('after a lost answer goes on as if it had come', () => {
    const world = new World(1);
    world.type(0);
    world.send(0, false);
    world.deliver(world.trips[0]!);
    world.lose(world.trips[0]!);
    world.type(0);
    world.send(0, false);
    world.deliver(world.trips[1]!);
    world.answer(world.trips[1]!);
    expect(world.tabs[0]).toMatchObject({ theirs: null, dirty: false, rev: 2 });
    expect(world.kept.data).toEqual(['t0', 't1']);
  });

  it('takes a newer state that comes with the page only where nothing waits', () => {
    const e = machine.opened<Words>('w', 1, ['a']);
    expect(machine.arrived(e, 2, ['b'])).toMatchObject({ rev: 2, value: ['b'] });
    expect(machine.arrived(e, 1, ['b'])).toBe(e);
    expect(machine.arrived(machine.edited(e, ['a', 'c']), 2, ['b'])).toMatchObject({
      rev: 1,
      value: ['a', 'c'],
    });
  });

  it('keeps what a save left out in view, and a refusal as a sentence', () => {
    const typed = machine.edited(machine.opened<Words>('w', 0, []), ['a']);
    const out = machine.outgoing(typed, false)!;
    expect(machine.answered(out.editing, out.save, { ok: true, rev: 1, refused: ['x: no'] })).toMatchObject({
      refused: ['x: no'],
      dirty: false,
    });
    expect(machine.answered(out.editing, out.save, { ok: false, why: 'gone' })).toMatchObject({
      trouble: 'gone',
      dirty: true,
      flying: null,
    });
  });
});
