import dynamic from 'next/dynamic';
import type { ComponentType } from 'react';
import type { TestId } from '@/core/look/tests';
import { awake } from '@/ui/awake';
import { HandsTest } from './hands';
import { HoldTest } from './hold';
import type { PanelProps } from './panel';
import { QuietTest } from './quiet';
import { RingsTest } from './rings';
import { CoreTest, SignsTest, StackTest } from './signs';

/** The panel of each test. Those that are not opened in every look come when they are. */
export const PANELS: Record<TestId, ComponentType<PanelProps>> = {
  quiet: QuietTest,
  hands: HandsTest,
  rings: RingsTest,
  sweep: dynamic(() => import('./sweep').then((m) => awake<PanelProps>(m.SweepTest))),
  sideBend: dynamic(() => import('./side-bend').then((m) => awake<PanelProps>(m.SideBendTest))),
  five: dynamic(() => import('./five').then((m) => awake<PanelProps>(m.FiveTest))),
  signs: SignsTest,
  stack: StackTest,
  core: CoreTest,
  tape: dynamic(() => import('./tape').then((m) => awake<PanelProps>(m.TapeTest))),
  exhale: dynamic(() => import('./exhale').then((m) => awake<PanelProps>(m.ExhaleTest))),
  hold: HoldTest,
  symptoms: dynamic(() => import('./symptoms').then((m) => awake<PanelProps>(m.SymptomsTest))),
  numbers: dynamic(() => import('./numbers').then((m) => awake<PanelProps>(m.NumbersTest))),
  bands: dynamic(() => import('./bands').then((m) => awake<PanelProps>(m.BandsTest))),
};
