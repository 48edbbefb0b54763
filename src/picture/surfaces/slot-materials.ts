import { BackSide, MeshBasicMaterial, Texture, type Material } from 'three';
import type { PatternState, SurfaceState } from '@/core/frame/frame-state';
import { patternPicture } from '@/core/frame/panel-state';
import { EVERY_LIGHT } from '../lights/light-rows';
import { numberTable } from '../tables';
import { patternRow } from './pattern-table';
import { PatternPictures } from './pattern-pictures';
import type { Features, SlotOf } from './slot-features';
import type { SlotProgram } from './slot-glsl';
import { SlotMaterial, type Extra } from './slot-material';
import { isClear, isThin, letsThrough, surfaceRow, type SurfaceValues } from './surface-table';

/** Whether what is drawn by a slot belongs to what is wanted: told by what it is of, and which region of that. */
export type SlotFilter = (of: SlotOf) => boolean;

/** What is not there at all: rays pass. */
const NOTHING: SurfaceValues = {
  material: 'matte',
  colour: [0, 0, 0],
  roughness: 1,
  opacity: 0,
  metalness: 0,
  coat: 0,
  coatRoughness: 1,
  index: 1,
  glow: 0,
  stretch: 0,
  brushing: 0,
  transmission: 0,
  bending: 0,
  within: [1, 1, 1],
  depth: 1,
  thickness: 0,
  fade: null,
  lights: 0,
  patterns: [],
  catches: null,
  patternRows: [0, 0],
  regions: [],
  reach: 0,
};
export const NOTHING_ROW = 0;
/**
 * The slots of surfaces: what each is made of in a table, and a material a slot and program. Dragging or keying a value makes nothing and
 * compiles nothing.
 */
export class SlotMaterials {
  /** What is not seen at all. */
  readonly hidden = new MeshBasicMaterial({ visible: false });
  /** What is solid all over casts its shadow by its shape alone, and by its far side. */
  readonly solidShadow: SlotMaterial;
  readonly table = numberTable();
  /** Uniforms that all programs have in common; grain says which sub-frame it is: what can be seen through goes by it. */
  readonly shared: Record<string, { value: unknown }> & { grain: { value: readonly [number, number] } };
  private readonly empty = new Texture();
  private readonly slots = new Map<string, Map<string, SlotMaterial>>();
  /** What patterns look up. */
  readonly pictures = new PatternPictures();
  private rows: SurfaceValues[] = [NOTHING];
  private patternRows: number[][] = [];
  private rowOf = new Map<string, number>();

  /** Materials made since the beginning: none is made while values change. */
  made = 0;

  /** @param shared what lights them: uniforms of the dome and of the lights */
  constructor(shared: Record<string, { value: unknown }> = {}) {
    this.shared = {
      ...shared,
      surfaceTable: { value: this.table.texture },
      patternPictures: this.pictures.uniform,
      grain: { value: [0, 0] },
    };
    this.solidShadow = new SlotMaterial('shadow', this.shared, this.empty, ['SOLID']);
    this.solidShadow.side = BackSide;
  }

  /** Begins a state: surfaces are told anew. */
  begin(): void {
    this.rows = [NOTHING];
    this.patternRows = [];
    this.rowOf.clear();
    this.pictures.begin();
  }

  /** A slot as a program draws it, as its surface is at the moment. */
  wear(program: SlotProgram, slot: string, surface: SurfaceState, features: Features = {}): Material {
    const material = this.ensure(slot, program, extrasOf(program, surface, features));
    let row = this.rowOf.get(slot);
    if (row === undefined) {
      const { fade = null, lights = EVERY_LIGHT, catches = null, reach = 0, ground, regions = [] } = features;
      const patterns = ground ? surface.patterns : [];
      const patternRows = [this.patternRows.length, patterns.length + regions.length] as const;
      if (ground) this.patternRows.push(...patterns.map((pattern) => patternRow(pattern, ground, this.layerOf(pattern))));
      this.patternRows.push(...regions.map((each) => [...each]));
      row = this.rows.push({ ...surface, fade, lights, catches, reach, patterns, patternRows, regions }) - 1;
      this.rowOf.set(slot, row);
    }
    material.dress(row, this.rows[row] as SurfaceValues, features);
    return material;
  }

  /** What a slot casts its shadow by: one material for all that is solid. */
  cast(slot: string, surface: SurfaceState, features: Features): Material {
    return isSolid(surface, features) ? this.solidShadow : this.wear('shadow', slot, surface, features);
  }

  /** Rows of the patterns of all that is seen, for the table of lights and patterns. */
  get patternTable(): readonly number[][] {
    return this.patternRows;
  }

  /** Whether anything that is seen has patterns. */
  get hasPatterns(): boolean {
    return this.patternRows.length > 0;
  }

  /** Whether anything is clear of what is seen. */
  get hasClear(): boolean {
    return this.rows.some(isClear);
  }

  /** Of what is seen in its light, shows what is clear alone, all but that, or all. */
  show(which: 'solid' | 'clear' | 'all'): void {
    for (const slot of this.slots.values()) {
      for (const material of slot.values()) {
        if (material.program === 'lit' || material.program === 'litCatcher')
          material.visible = which === 'all' || material.isClear === (which === 'clear');
      }
    }
  }

  /**
   * Lets slots that do not belong to what is wanted hide what is behind them, and be seen no more themselves; null lets all be seen.
   * What they mirror, shade and let shine on others stays.
   */
  hold(wanted: SlotFilter | null): void {
    for (const slot of this.slots.values()) for (const material of slot.values()) material.hold(wanted !== null && !wanted(material.of));
  }

  /** What each row of the table is of: a mark or something of the set, by its id. */
  ownersByRow(): Map<number, string> {
    const owners = new Map<number, string>();
    for (const slot of this.slots.values()) for (const { row, of } of slot.values()) owners.set(row, of.id);
    return owners;
  }

  /** What a row of the table holds. */
  surface(row: number): SurfaceValues {
    return this.rows[row] ?? NOTHING;
  }

  /** What can be seen through, and how far: as much of a shadow do such surfaces cast. */
  thinKey(): string {
    return this.rows
      .flatMap((row, i) => (isThin(row) ? [i, row.opacity, row.fade?.start, row.fade?.end, letsThrough(row), ...row.regions.flat()] : []))
      .join(' ');
  }

  /** Ends a state: the table is as it was told. */
  end(): void {
    this.table.fill(this.rows.map(surfaceRow));
    (this.shared.surfaceTable as { value: unknown }).value = this.table.texture;
  }

  /** Lets the slots go whose names begin so. */
  release(prefix: string): void {
    for (const [name, slot] of this.slots) {
      if (!name.startsWith(prefix)) continue;
      for (const material of slot.values()) material.dispose();
      this.slots.delete(name);
    }
  }

  dispose(): void {
    this.release('');
    this.hidden.dispose();
    this.solidShadow.dispose();
    this.table.dispose();
    this.pictures.dispose();
  }

  /** The layer that a pattern looks up; -1 for none. */
  private layerOf(pattern: PatternState): number {
    if (pattern.kind === 'land' || pattern.kind === 'cities') return this.pictures.layerOf('land');
    const picture = patternPicture(pattern);
    return picture ? this.pictures.layerOf(picture) : -1;
  }

  private ensure(name: string, program: SlotProgram, extras: readonly Extra[]): SlotMaterial {
    let slot = this.slots.get(name);
    if (!slot) this.slots.set(name, (slot = new Map()));
    const variant = [program, ...extras].join(' ');
    let made = slot.get(variant);
    if (!made) {
      slot.set(variant, (made = new SlotMaterial(program, this.shared, this.empty, extras)));
      this.made++;
    }
    return made;
  }
}

/** What of the extras each program knows: any other would only be compiled once more as it is. */
const EXTRAS: Record<SlotProgram, readonly Extra[]> = {
  sketch: ['PATTERNS'],
  lit: ['PATTERNS', 'LOOKS'],
  seen: ['PATTERNS'],
  shadow: ['PATTERNS'],
  litCatcher: ['LOOKS'],
};

function extrasOf(
  program: SlotProgram,
  { patterns, transmission, metalness }: SurfaceState,
  { isMirror, regions = [] }: Features,
): readonly Extra[] {
  const lies = regions.length > 0 || (program !== 'sketch' && patterns.length > 0);
  const wanted = { PATTERNS: lies, LOOKS: isMirror === true || transmission * (1 - metalness) > 0, SOLID: false };
  return EXTRAS[program].filter((extra) => wanted[extra]);
}

/** Whether all of a surface is there, whatever lies on it: then its shadow is that of its shape. */
const isSolid = ({ opacity, transmission, metalness, patterns }: SurfaceState, { regions, fade, reach, laid }: Features): boolean =>
  opacity >= 1 && transmission * (1 - metalness) === 0 && patterns.length === 0 && !regions && !fade && !reach && !laid;
