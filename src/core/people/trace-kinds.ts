/** What the log tells of. */
export const TRACE_KINDS = [
  'seen',
  'changed',
  'exported',
  'shared',
  'unshared',
  'handedOver',
  'erased',
  'signedIn',
  'signedOut',
  'refused',
  'account',
] as const;
export type TraceKind = (typeof TRACE_KINDS)[number];
