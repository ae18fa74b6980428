/** The part of LittleCMS that is used here; the package brings no types. */
declare module 'lcms-wasm' {
  export interface Lcms {
    readonly HEAPU8: Uint8Array;
    _malloc(bytes: number): number;
    _free(pointer: number): void;
    ccall(name: string, returns: 'number', takes: readonly 'number'[], values: readonly number[]): number;
    cmsCloseProfile(profile: number): void;
    cmsCreate_sRGBProfile(): number;
    cmsCreateLab4Profile(whitePoint: null): number;
    cmsGetColorSpaceASCII(profile: number): string | null;
    /** 0: there is none between these two. */
    cmsCreateTransform(
      input: number,
      inputFormat: number,
      output: number,
      outputFormat: number,
      intent: number,
      flags: number,
    ): number;
    cmsDeleteTransform(transform: number): void;
    cmsDoTransform(transform: number, pixels: ArrayLike<number>, count: number): Uint8Array;
  }
  export function instantiate(options?: { locateFile?: (name: string) => string }): Promise<Lcms>;
  export const TYPE_GRAY_8: number;
  export const TYPE_RGB_8: number;
  export const TYPE_CMYK_8: number;
  export const TYPE_Lab_8: number;
  export const INTENT_RELATIVE_COLORIMETRIC: number;
  export const cmsFLAGS_BLACKPOINTCOMPENSATION: number;
}
