'use client';

import { Boxes } from 'lucide-react';
import { FileTrigger } from 'react-aria-components';
import { changeMark } from '@/core/production/edits/mark-edits';
import { replaceModel } from '@/core/production/edits/model-edits';
import { modelSchema, type Mark, type Model } from '@/core/production/mark';
import { restOf } from '@/core/production/surface';
import { fieldMeta } from '@/core/schema/fields';
import { sendMedia } from '@/parts/api';
import { Button, Heading } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { useEdit } from '../workspace/workspace';
import { PartsBench } from './parts-bench';
import { ReadingNews } from '../benches/reading-news';
import { useReading } from '../benches/use-reading';

export const MODEL_FILES = ['.glb', 'model/gltf-binary'];

/** A mark that is a model from a file: its height, its parts by material, and a newer file in its place. */
export function ModelBench({ mark, model }: { mark: Mark; model: Model }) {
  const edit = useEdit();
  const { take, state } = useReading('model');
  const replace = (file: File) =>
    take(file, async ({ parts, notes }) => {
      const { hash } = await sendMedia('model', file);
      edit((draft) => replaceModel(draft, mark.id, { hash, name: file.name }, parts));
      return notes.join(' ');
    });
  return (
    <>
      <Heading>{mark.name}</Heading>
      <NumberField
        meta={fieldMeta(modelSchema.shape, 'size')}
        value={model.size}
        onChange={(size, gesture) =>
          edit((draft) => changeMark(draft, mark.id, ({ body }) => void (body.kind === 'model' && (body.size = size))), gesture)
        }
      />
      <FileTrigger acceptedFileTypes={MODEL_FILES} onSelect={(files) => files?.[0] && void replace(files[0])}>
        <Button $tone="quiet">
          <Boxes size={13} /> Replace with a newer file
        </Button>
      </FileTrigger>
      <ReadingNews what="model" state={state} />
      <PartsBench
        mark={mark}
        what="model"
        parts={model.parts.map(({ id, name, surface }) => ({ id, name, colour: surface ? restOf(surface).colour : '#888888' }))}
      />
    </>
  );
}
