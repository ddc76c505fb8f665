/** What the checks use of the outside reader; it ships without types. */
declare module 'edfdecoder' {
  type Output = {
    getNumberOfSignals(): number;
    getNumberOfRecords(): number;
    getSignalLabel(i: number): string;
    getSignalSamplingFrequency(i: number): number;
    getPhysicalSignalConcatRecords(signal: number, from: number, count: number): Float32Array;
  };
  export const EdfDecoder: new () => {
    setInput(buffer: ArrayBufferLike): void;
    decode(): void;
    getOutput(): Output;
  };
}
