'use client';

import { ownerAt } from '@/core/production/owners/owners';
import type { OnMarks } from '@/core/production/owners/effects/on-marks';
import { Hint } from '@/parts/controls';
import { useEdit, useProduction } from '../workspace/workspace';
import { MarkTicks } from './mark-ticks';
import { SettingChoice } from './setting-choice';

const WORDS = { all: 'all of it', marks: 'marks', only: 'these marks' } as const;

/** What of the picture an effect takes. @param canAll it can take the whole picture */
export function TakesBench({ path, settings, canAll }: { path: string; settings: OnMarks; canAll: boolean }) {
  const edit = useEdit();
  const marks = useProduction((p) => p.marks);
  const { all, ...others } = WORDS;
  return (
    <>
      <SettingChoice
        owner={path}
        name="takes"
        row="It takes"
        label="What of the picture it takes"
        words={canAll ? { all, ...others } : others}
      />
      {settings.takes === 'only' && marks.length === 0 ? <Hint>There are no marks yet.</Hint> : null}
      {settings.takes === 'only' ? (
        <MarkTicks
          marks={marks}
          listed={settings.marks}
          onChange={(listed) =>
            edit((draft) => {
              const owner = ownerAt(draft, path);
              if (owner) owner.settings.marks = listed;
            })
          }
        />
      ) : null}
    </>
  );
}
