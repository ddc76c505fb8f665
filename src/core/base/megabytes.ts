const MB = 1024 * 1024;

/** @example inMb(1_572_864) // '1.5 MB' */
export const inMb = (bytes: number): string => `${(bytes / MB).toFixed(1)} MB`;
