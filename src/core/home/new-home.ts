import { dayAfter } from './clock-time';
import type { HomeDay } from './home-plan.schema';
import type { HomeWish } from './plan-home';

/** A day that many have, where nothing is known of the client's. */
export const usualDay = (zone: string): HomeDay => ({
  wakeAt: '07:00',
  bedAt: '22:30',
  off: [],
  quiet: [],
  zone,
});

/** How long a plan runs where nobody says otherwise: until the visit after next week. Our choice. */
const USUAL_DAYS = 14;

/** What is wished for before anything is said: all of it, from today on, with the day of the plan before. */
export const newWish = (today: string, day: HomeDay): HomeWish => ({
  day,
  from: today,
  until: dayAfter(today, USUAL_DAYS - 1),
  amount: 'full',
});
