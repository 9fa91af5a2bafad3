/** What is used of a colour engine that comes without types. */
declare module 'lcms-wasm' {
  export const TYPE_RGB_16: number;
  export const INTENT_RELATIVE_COLORIMETRIC: number;
  export function instantiate(options?: { readonly locateFile: () => string }): Promise<
    import('../core/formats/profileEngine').ColourEngine & {
      cmsCreate_sRGBProfile(): number;
    }
  >;
}
