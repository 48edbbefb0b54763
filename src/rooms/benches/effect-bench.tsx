'use client';

import { ArrowLeft, ArrowRight, Trash2 } from 'lucide-react';
import { styled } from 'styled-components';
import { moveEffect, removeEffect } from '@/core/production/edits/effect-edits';
import { BAR_ASPECTS } from '@/core/production/owners/effects/bars';
import { goesByMarks } from '@/core/finish/covers';
import { canTakeAll } from '@/core/production/owners/effects/on-marks';
import { effectKind } from '@/core/production/owners/effects/effects';
import { ownerAt } from '@/core/production/owners/owners';
import { numberNames } from '@/core/schema/fields';
import { Button, IconButton } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';
import { BalanceWheels } from './balance-wheels';
import { ToneCurvesBench } from './tone-curves-bench';
import { ColourTableBench } from './colour-table-bench';
import { ChannelField } from './channel-field';
import { TakesBench } from './takes-bench';
import { NameField } from './name-field';
import { SettingChoice } from './setting-choice';

const Tools = styled.div`
  display: flex;
  gap: 2px;
  margin: 4px 0 6px;
`;

/** What an effect is called: by its own name, or by its kind's. */
export const effectName = ({ name, kind }: { name: string; kind: string }): string => name || (effectKind(kind)?.label ?? kind);

const ASPECT_WORDS: Record<string, string> = Object.fromEntries(BAR_ASPECTS.map((aspect) => [aspect, `${aspect}:1`]));
const WORDS = { ...ASPECT_WORDS, '1.7778': '16:9', '1.3333': '4:3', '0.8': '4:5', '0.5625': '9:16', '1': '1:1', '1.5': '3:2' };

/** One effect of the picture: alone, earlier or later, and its values. */
export function EffectBench({ path }: { path: string }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const id = path.split('/')[1] ?? '';
  const found = useProduction((p) => p.finish.find((each) => each.id === id));
  const kind = found && effectKind(found.kind);
  const only = useView((s) => s.onlyEffect);
  if (!found || !kind) return null;
  const { shape } = kind.settings;
  const isAlone = only === id;
  return (
    <>
      <NameField
        label="Name of the effect"
        value={found.name}
        placeholder={kind.label}
        onChange={(name) =>
          edit((draft) => {
            const own = draft.finish.find((each) => each.id === id);
            if (own) own.name = name;
          })
        }
      />
      <Tools>
        <Button
          $tone={isAlone ? 'primary' : 'quiet'}
          aria-pressed={isAlone}
          onPress={() => view.setState({ onlyEffect: isAlone ? null : id })}
        >
          alone
        </Button>
        <IconButton label="Light takes it earlier" $tone="quiet" onPress={() => edit((draft) => moveEffect(draft, id, -1))}>
          <ArrowLeft size={13} />
        </IconButton>
        <IconButton label="Light takes it later" $tone="quiet" onPress={() => edit((draft) => moveEffect(draft, id, 1))}>
          <ArrowRight size={13} />
        </IconButton>
        <IconButton
          label={`Remove ${effectName(found)}`}
          $tone="quiet"
          onPress={() => {
            edit((draft) => removeEffect(draft, id));
            view.setState({ selection: null, onlyEffect: isAlone ? null : only });
          }}
        >
          <Trash2 size={13} />
        </IconButton>
      </Tools>
      {kind.kind === 'bars' ? (
        <SettingChoice owner={path} name="aspect" row="They leave" label="Aspect that bars leave" words={WORDS} />
      ) : null}
      {found.kind === 'colour-table' ? <ColourTableBench path={path} table={found.settings.table} /> : null}
      {kind.kind === 'balance' ? <BalanceWheels path={path} /> : null}
      {goesByMarks(found.settings) ? <TakesBench path={path} settings={found.settings} canAll={canTakeAll(kind.settings)} /> : null}
      {kind.kind === 'curves' ? <ToneCurvesBench path={path} /> : null}
      {Object.keys(kind.channels.shape).map((name) => (
        <ChannelField key={name} owner={path} name={name} />
      ))}
      <SchemaFields
        shape={shape}
        names={numberNames(shape)}
        values={found.settings as never}
        onChange={(name, value, gesture) =>
          edit((draft) => {
            const changed = ownerAt(draft, path);
            if (changed) changed.settings[name] = value;
          }, gesture)
        }
      />
    </>
  );
}
