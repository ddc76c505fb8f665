/** The way of a first client through Kokyu, in the order of the stations, for a page beside the machine. */
export const FIRST_DAY: readonly { at: string; does: string }[] = [
  {
    at: 'Today',
    does: 'Type a name, initials will do, and begin with Screen. In the demo six made-up clients are there already.',
  },
  {
    at: 'Screen',
    does: 'Ask what brings them, tick the flags, record what they agree to. What a flag forbids is not offered later.',
  },
  {
    at: 'Look',
    does: 'Choose the tests you do anyway: a quiet watch, five ordinary and five deep breaths, the ring, a calm hold. Bands, a tape, a phone clip or your eye will do; two tests are enough to go on.',
  },
  {
    at: 'Read',
    does: 'See which patterns the findings speak for, how sure that is, and what has not been looked at. Disagree where you know better.',
  },
  {
    at: 'Write',
    does: 'Set the minutes and take the proposal, or build your own. Everything can be changed and undone; each caution says why.',
  },
  {
    at: 'Coach',
    does: 'Lay the tablet beside the mat. One thing at a time: set-up, cue, count. Tap what you see; a stop sign ends the run safely.',
  },
  {
    at: 'Look again',
    does: 'The same two or three tests after the run: what changed is held against what changes by itself.',
  },
  {
    at: 'Home',
    does: 'Few drills, few minutes. A sheet on paper, or a link that the client opens on a phone.',
  },
  {
    at: 'Follow',
    does: 'From the second visit on: every measure against its own noise, and what to look at next.',
  },
];
