declare module 'occt-import-js' {
  interface Meshed {
    index: { array: number[] };
    attributes: { position: { array: number[] } };
  }
  interface Converter {
    ReadStepFile(
      file: Uint8Array,
      how: {
        linearUnit: 'millimeter';
        linearDeflectionType: 'absolute_value' | 'bounding_box_ratio';
        linearDeflection: number;
        angularDeflection: number;
      },
    ): { success: boolean; meshes: Meshed[] };
  }
  export default function occt(options: { locateFile: () => string }): Promise<Converter>;
}
