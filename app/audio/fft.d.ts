declare module "fft.js" {
  /** Complex numbers as pairs of numbers, one after the other. */
  export default class FFT {
    /** `size` must be a power of two. Throws for other values. */
    constructor(size: number);
    realTransform(out: Float64Array, data: Float64Array): void;
    completeSpectrum(spectrum: Float64Array): void;
    inverseTransform(out: Float64Array, data: Float64Array): void;
  }
}
