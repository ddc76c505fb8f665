/** What a kept file is; the bytes are kept as they came. */
export const RECORDING_KINDS = ['edf', 'csv', 'wav', 'jpeg'] as const;
export type RecordingKind = (typeof RECORDING_KINDS)[number];
