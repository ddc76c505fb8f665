import type { Screen, Consent } from './screen.schema';

export type { Consent, Screen };

export const EMPTY_SCREEN: Screen = {
  consent: { watched: false, filmed: false, touched: false },
  flags: {},
  redFlags: [],
  goals: '',
  props: ['wall', 'chair', 'pillow'],
};
