/** What a client can agree to, each by itself. */
export const CONSENT_KINDS = ['records', 'recordings', 'films', 'touch', 'home', 'sharing'] as const;
export type ConsentKind = (typeof CONSENT_KINDS)[number];

/** How they said so. */
export const CONSENT_WAYS = ['spoken', 'signed'] as const;
export type ConsentWay = (typeof CONSENT_WAYS)[number];

export const CONSENT_WORD: Record<ConsentKind, string> = {
  records: 'Records of health',
  recordings: 'Curves and sound',
  films: 'Films kept',
  touch: 'Touch',
  home: 'A plan on the phone',
  sharing: 'Shown to somebody else',
};

/** Words to begin from. Ours; what has to be said is set by the law of the place and by whoever supervises the practice. */
export const CONSENT_WORDING: Record<ConsentKind, string> = {
  records:
    'You write down what I tell you about my health and what you see, to plan my sessions by. I can see it, have it corrected, and have it erased.',
  recordings:
    'You measure my breath with bands or a microphone and keep the curves, to compare later sessions with.',
  films: 'You film my trunk while I breathe and keep the film here, to look at it again with me.',
  touch: 'You place your hands on my ribs and belly after asking each time. I can say no at any time.',
  home: 'You give me a plan on my phone. What I tick and write there comes back to you.',
  sharing: 'You show my file to the person whom we have named, for the purpose that we have named.',
};
