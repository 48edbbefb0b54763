'use client';

import { Plus, Trash2 } from 'lucide-react';
import { domeLight, surroundingsRadiance } from '@/core/frame/dome-formula';
import { restingSurroundings } from '@/core/frame/dome-state';
import { DOME_PRESET_NAMES, DOME_PRESETS, surroundingsOf, type DomePresetName } from '@/core/production/dome-presets';
import {
  addElement,
  addSurroundings,
  changeSurroundings,
  removeElement,
  removeSurroundings,
  setSurroundings,
} from '@/core/production/edits/dome-edits';
import { DOME_ELEMENTS } from '@/core/production/owners/dome-elements/elements';
import { MAX_SURROUNDINGS, surroundingsKind } from '@/core/production/surroundings';
import type { Vec3 } from '@/core/space/vector';
import type { Picture } from '@/core/production/picture';
import { Button, Heading, Hint, IconButton } from '@/parts/controls';
import { BallSwatch } from '@/parts/dome-view/ball-swatch';
import { MenuButton } from '@/parts/menu-button';
import { RemovableList } from '@/parts/removable-list';
import { SwatchTray } from '@/parts/swatch-tray';
import { ChannelField } from '../channel-field';
import { PictureChoice } from '../picture-choice';
import { NameField } from '../name-field';
import { useEdit, useProduction, useView, useWorkspace } from '../../workspace/workspace';

const KINDS = [DOME_ELEMENTS.map(({ kind, label }) => ({ id: kind, label }))];

const kept = new Map<DomePresetName, (d: Vec3) => readonly [number, number, number]>();

/** What a ball shows of shipped surroundings. */
function shippedRadiance(name: DomePresetName): (d: Vec3) => readonly [number, number, number] {
  let made = kept.get(name);
  if (!made) {
    const state = restingSurroundings(surroundingsOf(name, 'swatch'));
    const lights = state.elements.map((element) => domeLight(element));
    kept.set(name, (made = (d) => surroundingsRadiance(state, lights, d, 0.02)));
  }
  return made;
}

/** Surroundings that ship, on balls: one press puts them in the place of those that are there. */
function SurroundingsTray({ domeId, name }: { domeId: string; name: string }) {
  const edit = useEdit();
  return (
    <SwatchTray role="group" aria-label="Surroundings that ship">
      {DOME_PRESET_NAMES.map((preset) => (
        <button
          key={preset}
          type="button"
          aria-pressed={name === DOME_PRESETS[preset].label}
          onClick={() => edit((draft) => setSurroundings(draft, domeId, preset))}
        >
          <BallSwatch radiance={shippedRadiance(preset)} />
          {DOME_PRESETS[preset].label}
        </button>
      ))}
    </SwatchTray>
  );
}

/** One of the surroundings that make the dome: what it begins with, its ground, its lights. */
export function SurroundingsBench({ path }: { path: string }) {
  const id = path.split('/')[1] ?? '';
  const { view } = useWorkspace();
  const edit = useEdit();
  const dome = useProduction((p) => p.domes.find((each) => each.id === id));
  const count = useProduction((p) => p.domes.length);
  const soloed = useView((s) => s.soloed);
  if (!dome) return null;
  const { picture } = dome.settings;
  const setPicture = (next: Picture | null) =>
    edit((draft) =>
      changeSurroundings(draft, id, (found) => {
        found.settings.picture = next;
        // A picture is light enough by itself.
        if (next) found.channels.ground.rest = 0;
      }),
    );
  const select = (element: string) => view.setState({ selection: { kind: 'owner', id: `${path}/elements/${element}` }, pick: null });
  return (
    <>
      <NameField
        label="Name of the surroundings"
        value={dome.name}
        onChange={(name) => edit((draft) => changeSurroundings(draft, id, (found) => void (found.name = name)))}
      />
      <SurroundingsTray domeId={id} name={dome.name} />
      <Heading>Lights on it</Heading>
      <RemovableList
        items={dome.elements.map(({ id: elementId, name, kind }) => ({
          id: elementId,
          label: name || (DOME_ELEMENTS.find((each) => each.kind === kind)?.label ?? ''),
        }))}
        onOpen={select}
        onRemove={(elementId) => edit((draft) => removeElement(draft, id, elementId))}
      />
      <MenuButton
        label="Light of the dome"
        groups={KINDS}
        onChoose={(kind) =>
          edit((draft) => {
            const made = addElement(draft, id, kind);
            if (made) select(made);
          })
        }
      >
        <Plus size={13} /> Add a light to it
      </MenuButton>
      <Heading>Picture all round</Heading>
      {picture ? (
        <div style={{ display: 'flex', alignItems: 'center', justifyContent: 'space-between', fontSize: 12 }}>
          <span style={{ overflow: 'hidden', textOverflow: 'ellipsis' }}>
            {picture.name}, {picture.width} × {picture.height}
          </span>
          <IconButton label="Remove the picture of the surroundings" $tone="quiet" onPress={() => setPicture(null)}>
            <Trash2 size={12} />
          </IconButton>
        </div>
      ) : (
        <>
          <PictureChoice label="From a file" isStill onPicture={setPicture} />
          <Hint>
            HDR, EXR or any picture that shows everything round a place: twice as wide as high. It is added to the ground and the lights.
          </Hint>
        </>
      )}
      <Heading>Ground</Heading>
      {Object.keys(surroundingsKind.channels.shape)
        .filter((name) => name !== 'tint' || dome.settings.picture)
        .map((name) => (
          <ChannelField key={name} owner={path} name={name} />
        ))}
      <div style={{ display: 'flex', gap: 4, marginTop: 8 }}>
        {count < MAX_SURROUNDINGS ? (
          <Button
            $tone="quiet"
            onPress={() =>
              edit((draft) => {
                const made = addSurroundings(draft, 'dark-strips');
                if (made) view.setState({ selection: { kind: 'owner', id: `domes/${made}` } });
              })
            }
          >
            <Plus size={13} /> Second surroundings
          </Button>
        ) : (
          <Button
            $tone="quiet"
            onPress={() => {
              edit((draft) => removeSurroundings(draft, id));
              view.setState({ selection: null, soloed: soloed?.path.startsWith(path) ? null : soloed });
            }}
          >
            <Trash2 size={13} /> Remove these
          </Button>
        )}
      </div>
    </>
  );
}
