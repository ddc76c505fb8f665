import dynamic from 'next/dynamic';
import type { ComponentType } from 'react';
import type { TestId } from '@/core/look/tests';
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
  sweep: dynamic(() => import('./sweep').then((m) => m.SweepTest)),
  sideBend: dynamic(() => import('./side-bend').then((m) => m.SideBendTest)),
  five: dynamic(() => import('./five').then((m) => m.FiveTest)),
  signs: SignsTest,
  stack: StackTest,
  core: CoreTest,
  tape: dynamic(() => import('./tape').then((m) => m.TapeTest)),
  exhale: dynamic(() => import('./exhale').then((m) => m.ExhaleTest)),
  hold: HoldTest,
  symptoms: dynamic(() => import('./symptoms').then((m) => m.SymptomsTest)),
  numbers: dynamic(() => import('./numbers').then((m) => m.NumbersTest)),
  bands: dynamic(() => import('./bands').then((m) => m.BandsTest)),
};
