import { atRest, changed, each, parted, type Loose, type Migration } from './loose';

/**
 * What can be animated became an owner, with its channels in one place: carriers, lenses, aims, marks, shells, surfaces, letters, lights,
 * the set, the picture, time and carries. Switches and colours became channels.
 */
export const owners: Migration = (old) => {
  const set = (old.set ?? {}) as Loose;
  const { set: _set, time, ...rest } = old;
  return {
    ...rest,
    version: 5,
    cameras: each(old.cameras, camera),
    marks: each(old.marks, mark),
    kits: each(old.kits, kit),
    shots: each(old.shots, shot),
    ...(time === undefined ? {} : { time: { channels: time } }),
    lights: [
      { id: 'key', kind: 'sun', name: 'Key light', channels: { ...((set.key ?? {}) as Loose), ...atRest({ colour: set.keyColour }) } },
    ],
    set: [
      { id: 'dome', kind: 'dome', channels: set.dome ?? {} },
      { id: 'floor', kind: 'floor', channels: { ...((set.floor ?? {}) as Loose), ...atRest({ on: set.floorOn }) } },
    ],
    finish: [{ id: 'display', kind: 'display', channels: { ...((set.display ?? {}) as Loose), ...atRest({ ground: set.ground }) } }],
  };
};

function camera({ lens, aim, aimChannels, ...others }: Loose): Loose {
  return {
    ...others,
    carriers: each(others.carriers, ({ on, channels, ...carrier }) => ({
      ...carrier,
      channels: { ...((channels ?? {}) as Loose), ...atRest({ on }) },
    })),
    ...(lens === undefined ? {} : { lens: { channels: lens } }),
    aim: { channels: aimChannels ?? {}, settings: aim ?? {} },
  };
}

function mark({ placement, shown, ...others }: Loose): Loose {
  return {
    ...others,
    channels: { ...((placement ?? {}) as Loose), ...atRest({ on: shown }) },
    shells: each(others.shells, shell),
    body: changed(others.body, (body) => ({ ...body, ...(body.runs === undefined ? {} : { runs: each(body.runs, run) }) })),
  };
}

function shell({ from, to, shown, ...others }: Loose): Loose {
  return {
    ...others,
    channels: atRest({ from, to, on: shown }),
    surfaces: changed(others.surfaces, (surfaces) =>
      Object.fromEntries(Object.entries(surfaces).map(([region, value]) => [region, changed(value, surface)])),
    ),
  };
}

function surface({ material, ...values }: Loose): Loose {
  return { channels: atRest(values), settings: { material } };
}

const PLACES = ['x', 'y', 'z', 'pan', 'tilt', 'roll'];

function run(old: Loose, index: number): Loose {
  const [places, others] = parted(old, PLACES);
  const made = others.surface === undefined ? {} : { surface: changed(others.surface, surface) };
  return { ...others, ...made, id: `run-${index + 1}`, channels: atRest(places) };
}

/** A kit has shells of its own; the same step for one that lies on the shelf. */
export function kit(old: Loose): Loose {
  return { ...old, shells: each(old.shells, (each) => (each.channels === undefined ? shell(each) : each)) };
}

/** A carry was a number of frames, and smooth (3x² − 2x³) or even. */
function shot({ carry, smooth, time, ...others }: Loose): Loose {
  const scene = (time as Loose | undefined)?.scene;
  const from = typeof others.from === 'number' ? others.from : 0;
  const frames = typeof carry === 'number' ? carry : 0;
  const even = smooth === false;
  const handle = { influence: 1 / 3, speed: even ? 1 : 0 };
  const key = (frame: number, value: number) => ({ frame, value, join: even ? 'straight' : 'eased', arrive: handle, leave: handle });
  return {
    ...others,
    channels: {
      ...(scene === undefined ? {} : { scene }),
      ...(frames > 0 ? { share: { rest: 1, keys: [key(from, 0), key(from + frames, 1)] } } : {}),
    },
  };
}
