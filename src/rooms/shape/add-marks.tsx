'use client';

import { Boxes, FileUp, PenLine, Type } from 'lucide-react';
import { FileTrigger } from 'react-aria-components';
import { styled } from 'styled-components';
import { addLine } from '@/core/production/edits/line-edits';
import { addModel } from '@/core/production/edits/model-edits';
import { addPanel } from '@/core/production/edits/panel-edits';
import { addOutlineMark } from '@/core/production/edits/outline-edits';
import type { Production } from '@/core/production/production';
import { sendMedia } from '@/parts/api';
import { Button } from '@/parts/controls';
import { PictureChoice } from '../benches/picture-choice';
import { COMMANDS } from '../commands/commands';
import { useEdit, useWorkspace } from '../workspace/workspace';
import { AddForm } from './add-form';
import { DrawingNews } from './drawing-news';
import { MODEL_FILES } from './model-bench';
import { ReadingNews } from '../benches/reading-news';
import { useDrawing } from './use-drawing';
import { useReading } from '../benches/use-reading';

const Adding = styled.div`
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  padding: 6px 8px 0;
`;

/** The ways in which a mark comes into a production. */
export function AddMarks() {
  const workspace = useWorkspace();
  const edit = useEdit();
  const drawing = useDrawing();
  const model = useReading('model');
  const add = (put: (draft: Production) => string) =>
    edit((draft) => workspace.view.setState({ selection: { kind: 'mark', id: put(draft) }, also: [], pick: null }));
  const addDrawing = (file: File) =>
    drawing.take(file, (parts) => add((draft) => addOutlineMark(draft, file.name.replace(/\.svg$/i, ''), parts)));
  const takeModel = (file: File) =>
    model.take(file, async ({ parts, notes }) => {
      const { hash } = await sendMedia('model', file);
      add((draft) => addModel(draft, { hash, name: file.name }, parts));
      return notes.join(' ');
    });
  return (
    <Adding>
      <Button
        $tone="quiet"
        onPress={() =>
          COMMANDS.find(({ id }) => id === 'add-words')?.run({ workspace, goTo: () => undefined, openFinder: () => undefined })
        }
      >
        <Type size={13} /> Add words
      </Button>
      <FileTrigger acceptedFileTypes={['.svg', 'image/svg+xml']} onSelect={(files) => files?.[0] && void addDrawing(files[0])}>
        <Button $tone="quiet">
          <FileUp size={13} /> Outline from a file
        </Button>
      </FileTrigger>
      <AddForm />
      <Button $tone="quiet" onPress={() => add(addLine)}>
        <PenLine size={13} /> Line
      </Button>
      <FileTrigger acceptedFileTypes={MODEL_FILES} onSelect={(files) => files?.[0] && void takeModel(files[0])}>
        <Button $tone="quiet">
          <Boxes size={13} /> Model from a file
        </Button>
      </FileTrigger>
      <PictureChoice label="Picture or video" onPicture={(picture) => add((draft) => addPanel(draft, picture))} />
      <DrawingNews {...drawing.state} />
      <ReadingNews what="model" state={model.state} />
    </Adding>
  );
}
