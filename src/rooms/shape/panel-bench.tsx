'use client';

import { changeMark } from '@/core/production/edits/mark-edits';
import { replacePicture } from '@/core/production/edits/panel-edits';
import type { Mark } from '@/core/production/mark';
import { panelSchema, type Panel } from '@/core/production/panel';
import { Choices, Heading, Row } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { ChannelField } from '../benches/channel-field';
import { ClipFields } from '../benches/clip-fields';
import { useEdit } from '../workspace/workspace';
import { PictureChoice } from '../benches/picture-choice';

/** A picture as a flat mark: its height and corners, how the picture lies on it, and when a moving one runs. */
export function PanelBench({ mark, panel }: { mark: Mark; panel: Panel }) {
  const edit = useEdit();
  const change = (recipe: (panel: Panel) => void, gesture: string | null = null) =>
    edit((draft) => changeMark(draft, mark.id, ({ body }) => void (body.kind === 'panel' && recipe(body))), gesture);
  const owner = `marks/${mark.id}/body`;
  const { settings, picture } = panel;
  return (
    <>
      <Heading>{mark.name}</Heading>
      <SchemaFields
        shape={panelSchema.shape}
        names={['size', 'corner']}
        values={panel}
        onChange={(name, value, gesture) => change((own) => void Object.assign(own, { [name]: value }), gesture)}
      />
      <ClipFields
        owner={owner}
        picture={picture}
        clip={settings}
        onClip={(clip, gesture) => change((own) => void Object.assign(own.settings, clip), gesture)}
        onRate={(rate, gesture) => change((own) => void (own.picture.rate = rate), gesture)}
      />
      <Row wide label="Seen on">
        <Choices
          label="Seen on"
          value={settings.faces}
          onChange={(faces) => change((own) => void (own.settings.faces = faces))}
          options={[
            { id: 'front', label: 'front' },
            { id: 'both', label: 'both faces' },
          ]}
        />
      </Row>
      {picture.alpha ? (
        <Row wide label="Where clear">
          <Choices
            label="Where the picture is clear"
            value={settings.through}
            onChange={(through) => change((own) => void (own.settings.through = through))}
            options={[
              { id: 'clear', label: 'cut out' },
              { id: 'surface', label: 'surface' },
            ]}
          />
        </Row>
      ) : null}
      <ChannelField owner={owner} name="own" />
      <PictureChoice label="Replace the picture" onPicture={(next) => edit((draft) => replacePicture(draft, mark.id, next))} />
    </>
  );
}
