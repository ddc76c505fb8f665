import dynamic from 'next/dynamic';
import type { ComponentType } from 'react';
import type { TestId } from '@/core/look/tests';
import { awake } from '@/ui/awake';
import type { PanelProps } from './panel';
import { QuietTest } from './quiet';

/** Every panel but the first, each fetched by itself. */
const FETCH = {
  hands: () => import('./hands').then((m) => awake<PanelProps>(m.HandsTest)),
  rings: () => import('./rings').then((m) => awake<PanelProps>(m.RingsTest)),
  sweep: () => import('./sweep').then((m) => awake<PanelProps>(m.SweepTest)),
  sideBend: () => import('./side-bend').then((m) => awake<PanelProps>(m.SideBendTest)),
  five: () => import('./five').then((m) => awake<PanelProps>(m.FiveTest)),
  signs: () => import('./signs').then((m) => awake<PanelProps>(m.SignsTest)),
  stack: () => import('./signs').then((m) => awake<PanelProps>(m.StackTest)),
  core: () => import('./signs').then((m) => awake<PanelProps>(m.CoreTest)),
  tape: () => import('./tape').then((m) => awake<PanelProps>(m.TapeTest)),
  exhale: () => import('./exhale').then((m) => awake<PanelProps>(m.ExhaleTest)),
  hold: () => import('./hold').then((m) => awake<PanelProps>(m.HoldTest)),
  symptoms: () => import('./symptoms').then((m) => awake<PanelProps>(m.SymptomsTest)),
  numbers: () => import('./numbers').then((m) => awake<PanelProps>(m.NumbersTest)),
  bands: () => import('./bands').then((m) => awake<PanelProps>(m.BandsTest)),
  clip: () => import('./clip').then((m) => awake<PanelProps>(m.ClipTest)),
} satisfies Record<Exclude<TestId, 'quiet'>, () => Promise<ComponentType<PanelProps>>>;

/** The panel of each test. All but the first come when they are opened. */
export const PANELS: Record<TestId, ComponentType<PanelProps>> = {
  quiet: QuietTest,
  hands: dynamic(FETCH.hands),
  rings: dynamic(FETCH.rings),
  sweep: dynamic(FETCH.sweep),
  sideBend: dynamic(FETCH.sideBend),
  five: dynamic(FETCH.five),
  signs: dynamic(FETCH.signs),
  stack: dynamic(FETCH.stack),
  core: dynamic(FETCH.core),
  tape: dynamic(FETCH.tape),
  exhale: dynamic(FETCH.exhale),
  hold: dynamic(FETCH.hold),
  symptoms: dynamic(FETCH.symptoms),
  numbers: dynamic(FETCH.numbers),
  bands: dynamic(FETCH.bands),
  clip: dynamic(FETCH.clip),
};

/** Fetches all panels, so that the first tap in one that is opened later is not lost. */
export const fetchPanels = (): void => {
  for (const fetch of Object.values(FETCH)) void fetch();
};
