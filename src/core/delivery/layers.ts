/**
 * Layers that an OpenEXR file can have beside the beauty, with what they are called. Layers of marks, of lights and of effects each have
 * one that is called *rest*, and add up to the beauty with it.
 */
export const LAYER_WORDS = {
  lights: 'each light apart',
  marks: 'each mark apart',
  shadow: 'shadow on the set',
  reflection: 'reflections on the set',
  effects: 'what each effect does',
  depth: 'depth',
  position: 'position',
  normal: 'normal',
  motion: 'motion',
  mattes: 'mattes of marks',
  regions: 'mattes of faces, bevels, sides and backs',
} as const;
export type LayerKind = keyof typeof LAYER_WORDS;

/** Numbers a pixel of each kind of layer, and their bytes; of marks, lights and effects as many as a few of them have. */
export const LAYER_BYTES: Record<LayerKind, number> = {
  lights: 6 * 5,
  marks: 8 * 6,
  effects: 8 * 4,
  shadow: 2,
  reflection: 8,
  depth: 4,
  position: 12,
  normal: 6,
  motion: 8,
  mattes: 2 * 4,
  regions: 2 * 4,
};

/** One channel of a picture: a number a pixel, top row first. */
export interface LayerChannel {
  /** `R`, or `layer.R`: what is before the last dot is its layer. */
  name: string;
  values: Float32Array;
  /** Kept in 32 bits, where half a float would not do: places and distances. */
  isFull?: boolean;
}

/** One channel out of pixels that hold four numbers, one after the other. */
export function channelOf(pixels: Float32Array, at: number, name: string, isFull = false): LayerChannel {
  const values = new Float32Array(pixels.length / 4);
  for (let i = 0; i < values.length; i++) values[i] = pixels[4 * i + at] as number;
  return { name, values, isFull };
}

/** The first channels of such pixels as a layer, by their names. */
export const channelsOf = (pixels: Float32Array, layer: string, names: readonly string[], isFull = false): LayerChannel[] =>
  names.map((name, at) => channelOf(pixels, at, layer ? `${layer}.${name}` : name, isFull));

/**
 * Names for layers, out of names that people gave: letters and digits of ASCII and underscores, as others read those everywhere; each but
 * once.
 */
export function layerNames(names: readonly string[]): string[] {
  const taken = new Set<string>();
  return names.map((name) => {
    const plain =
      name
        .normalize('NFD')
        .replace(/[^A-Za-z0-9]+/g, '_')
        .replace(/^_+|_+$/g, '')
        .slice(0, 40) || 'unnamed';
    let own = plain;
    for (let n = 2; taken.has(own.toLowerCase()); n++) own = `${plain}_${n}`;
    taken.add(own.toLowerCase());
    return own;
  });
}
