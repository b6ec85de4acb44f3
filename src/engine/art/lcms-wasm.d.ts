/** The part of lcms-wasm that is used; the package ships no types. */
declare module 'lcms-wasm' {
  export const TYPE_RGB_8: number;
  export const TYPE_RGBA_8: number;
  export const TYPE_CMYK_8: number;
  export const TYPE_CMYK_16: number;
  export const TYPE_RGB_16: number;
  export const INTENT_RELATIVE_COLORIMETRIC: number;
  export const INTENT_ABSOLUTE_COLORIMETRIC: number;
  export const cmsFLAGS_BLACKPOINTCOMPENSATION: number;
  export const cmsInfoDescription: number;
  type Handle = number;
  type Lcms = {
    cmsOpenProfileFromMem(bytes: Uint8Array, length: number): Handle;
    cmsCreate_sRGBProfile(): Handle;
    cmsCloseProfile(profile: Handle): void;
    cmsGetProfileInfoASCII(profile: Handle, info: number, language: string, country: string): string;
    cmsCreateTransform(
      from: Handle,
      fromType: number,
      to: Handle,
      toType: number,
      intent: number,
      flags: number,
    ): Handle;
    cmsDeleteTransform(transform: Handle): void;
    cmsDoTransform(
      transform: Handle,
      pixels: Uint8Array | Uint16Array,
      count: number,
    ): Uint8Array | Uint16Array;
  };
  export function instantiate(options?: { locateFile?: () => string }): Promise<Lcms>;
}
