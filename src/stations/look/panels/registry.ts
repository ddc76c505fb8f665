import dynamic from 'next/dynamic';
import type { ComponentType } from 'react';
import type { TestId } from '@/core/look/tests';
import { awake } from '@/ui/awake';
import type { PanelProps } from './panel';
import { QuietTest } from './quiet';

/** The panel of each test. All but the first come when they are opened. */
export const PANELS: Record<TestId, ComponentType<PanelProps>> = {
  quiet: QuietTest,
  hands: dynamic(() => import('./hands').then((m) => awake<PanelProps>(m.HandsTest))),
  rings: dynamic(() => import('./rings').then((m) => awake<PanelProps>(m.RingsTest))),
  sweep: dynamic(() => import('./sweep').then((m) => awake<PanelProps>(m.SweepTest))),
  sideBend: dynamic(() => import('./side-bend').then((m) => awake<PanelProps>(m.SideBendTest))),
  five: dynamic(() => import('./five').then((m) => awake<PanelProps>(m.FiveTest))),
  signs: dynamic(() => import('./signs').then((m) => awake<PanelProps>(m.SignsTest))),
  stack: dynamic(() => import('./signs').then((m) => awake<PanelProps>(m.StackTest))),
  core: dynamic(() => import('./signs').then((m) => awake<PanelProps>(m.CoreTest))),
  tape: dynamic(() => import('./tape').then((m) => awake<PanelProps>(m.TapeTest))),
  exhale: dynamic(() => import('./exhale').then((m) => awake<PanelProps>(m.ExhaleTest))),
  hold: dynamic(() => import('./hold').then((m) => awake<PanelProps>(m.HoldTest))),
  symptoms: dynamic(() => import('./symptoms').then((m) => awake<PanelProps>(m.SymptomsTest))),
  numbers: dynamic(() => import('./numbers').then((m) => awake<PanelProps>(m.NumbersTest))),
  bands: dynamic(() => import('./bands').then((m) => awake<PanelProps>(m.BandsTest))),
};
