/** Questions of a screening that one press answers with nothing of it. */
export const ASKED = ['birth', 'body', 'positions'] as const;

export type AskedGroup = (typeof ASKED)[number];
