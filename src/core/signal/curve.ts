/** A recorded curve: a time in seconds and one or more columns of the same length. */
export type Curve = { times: Float64Array; columns: { name: string; values: Float64Array }[] };

/** What a device sends at one moment: its own clock in ms, and a value a channel. */
export type DeviceSample = { tMs: number; values: number[] };
