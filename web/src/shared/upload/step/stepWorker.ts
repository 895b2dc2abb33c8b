/// <reference lib="webworker" />
import occt from 'occt-import-js';
import wasm from 'occt-import-js/dist/occt-import-js.wasm?url';

/** Turns a STEP file into triangles in millimetres, off the page's own thread. */
export interface StepRequest {
  file: ArrayBuffer;
  toleranceMm: number;
}

export type StepAnswer = { doing: string } | { stl: ArrayBuffer; triangles: number } | { refused: string };

const HEAD = 84;
const FACET = 50;

self.onmessage = async ({ data }: MessageEvent<StepRequest>) => {
  const answer = (message: StepAnswer, hand: Transferable[] = []) => self.postMessage(message, hand);
  try {
    answer({ doing: 'Starting the converter' });
    const converter = await occt({ locateFile: () => wasm });
    answer({ doing: 'Meshing' });
    const result = converter.ReadStepFile(new Uint8Array(data.file), {
      linearUnit: 'millimeter',
      linearDeflectionType: 'absolute_value',
      linearDeflection: data.toleranceMm,
      angularDeflection: 0.35,
    });
    if (!result.success)
      return answer({ refused: 'The STEP file can’t be read; export it again as STEP AP203, AP214 or AP242.' });
    const triangles = result.meshes.reduce((sum, mesh) => sum + mesh.index.array.length / 3, 0);
    if (triangles === 0) return answer({ refused: 'The STEP file holds no solid or surface; export the part itself.' });
    answer({ doing: 'Writing the mesh' });
    const stl = new ArrayBuffer(HEAD + FACET * triangles);
    const view = new DataView(stl);
    view.setUint32(80, triangles, true);
    let at = HEAD;
    for (const { index, attributes } of result.meshes)
      for (let i = 0; i < index.array.length; i += 3) {
        for (let corner = 0; corner < 3; corner++)
          for (let k = 0; k < 3; k++)
            view.setFloat32(
              at + 12 + 12 * corner + 4 * k,
              attributes.position.array[3 * index.array[i + corner]! + k]!,
              true,
            );
        at += FACET;
      }
    answer({ stl, triangles }, [stl]);
  } catch {
    answer({ refused: 'The converter gave up on this STEP file; export the part as STL, OBJ or 3MF and send that.' });
  }
};
