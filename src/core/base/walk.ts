/** A first walk through the made-up house: where to go, and what to see there. `CLIENT` stands for the file it goes through. */
export const WALK: readonly { at: string; href: string; see: string }[] = [
  {
    at: 'Today',
    href: '/',
    see: 'A made-up house: six clients, one class. What today asks for stands first. The walk goes through one file; nothing that you try here can harm anybody.',
  },
  {
    at: 'Screen',
    href: '/clients/CLIENT/screen',
    see: 'What was asked before anything else. A ticked flag says at once what it forbids or changes; tick one and see the drills that go.',
  },
  {
    at: 'Look',
    href: '/clients/CLIENT/look',
    see: 'What was seen at each visit, by eye, tape or bands. Open the newest look: the rings show where the breath goes.',
  },
  {
    at: 'Read',
    href: '/clients/CLIENT/read',
    see: 'What the findings speak for, how strongly, and what was not looked at. Each sentence says what it is made of; you may disagree.',
  },
  {
    at: 'Write',
    href: '/clients/CLIENT/write',
    see: 'Set the minutes: a sequence is proposed, with the reason for each block. Keep it, then pull a block longer or swap a position.',
  },
  {
    at: 'Coach',
    href: '/clients/CLIENT/coach',
    see: 'The same sequence as it runs in the room: one thing at a time, large enough to be seen from the mat. Space starts and holds, Esc leaves.',
  },
  {
    at: 'Home',
    href: '/clients/CLIENT/home',
    see: 'A few minutes between visits, on paper or on a phone, and what came back from it.',
  },
  {
    at: 'Follow',
    href: '/clients/CLIENT/follow',
    see: 'Whether it changed, held against how much such values change by themselves.',
  },
  {
    at: 'Studio',
    href: '/studio',
    see: 'All clients together, and everything in and out; backups and who uses it stand in Settings. That is the walk. `npm start` begins with records of your own, and About has one page to print.',
  },
];
