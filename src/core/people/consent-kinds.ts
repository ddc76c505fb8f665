/** What a client can agree to. */
export const CONSENT_KINDS = ['records', 'recordings', 'films', 'home', 'sharing', 'touch'] as const;
export type ConsentKind = (typeof CONSENT_KINDS)[number];

/** How they said so. */
export const CONSENT_WAYS = ['spoken', 'signed'] as const;
export type ConsentWay = (typeof CONSENT_WAYS)[number];
