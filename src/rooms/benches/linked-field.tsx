'use client';

import { X } from 'lucide-react';
import { styled } from 'styled-components';
import { linkText, linkTrouble, setLink } from '@/core/production/links';
import { ownerAt, type ChannelRef } from '@/core/production/owners/owners';
import { IconButton } from '@/parts/controls';
import { FieldLine } from '@/parts/fields/field-line';
import { useEdit, useProduction, useWorkspace } from '../workspace/workspace';
import { writeFormula } from './formula';

const Line = styled(FieldLine)`
  > div {
    display: flex;
    align-items: center;
    min-width: 0;
  }
`;
const Follows = styled.button<{ $bad: boolean }>`
  flex: 1;
  min-width: 0;
  height: 21px;
  padding: 0 6px;
  display: flex;
  align-items: center;
  gap: 6px;
  border: 1px solid ${({ $bad }) => ($bad ? 'var(--coral)' : 'transparent')};
  border-bottom: 2px double ${({ $bad }) => ($bad ? 'var(--coral)' : 'var(--verdigris)')};
  border-radius: 2px;
  background: var(--well);
  font: 12px var(--mono);
  color: var(--text);
  text-align: left;
  span {
    flex: 1;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    color: var(--verdigris);
  }
  &:hover {
    border-color: var(--line-strong);
  }
`;
const Said = styled.p`
  margin: 0 0 4px 96px;
  font-size: 12px;
  color: var(--coral);
`;

/** A value that follows others: what it follows, and what that comes to at the playhead. */
export function LinkedField({ owner, name, label, shown }: ChannelRef & { label: string; shown: string }) {
  const workspace = useWorkspace();
  const edit = useEdit();
  const [text, trouble] = useLink({ owner, name });
  return (
    <>
      <Line>
        <span>{label}</span>
        <div>
          <Follows
            type="button"
            $bad={trouble !== null}
            title={`= ${text}`}
            aria-label={`${label} follows ${text}: ${shown}`}
            onClick={() => writeFormula(workspace, { owner, name }, label, text)}
          >
            <span>= {text}</span>
            {shown}
          </Follows>
          <IconButton
            label={`${label} follows nothing any more`}
            $tone="quiet"
            onPress={() => edit((draft) => setLink(draft, { owner, name }, null))}
          >
            <X size={12} />
          </IconButton>
        </div>
      </Line>
      {trouble ? <Said role="status">{trouble}</Said> : null}
    </>
  );
}

/** What a link says, with the names of now, and what is wrong with it. */
function useLink({ owner, name }: ChannelRef): [string, string | null] {
  const text = useProduction((production) => {
    const link = linkAt(production, { owner, name });
    return link ? linkText(production, link) : '';
  });
  const trouble = useProduction((production) => linkTrouble(production, { owner, name }));
  return [text, trouble];
}

const linkAt = (production: Parameters<typeof linkText>[0], { owner, name }: ChannelRef) =>
  ownerAt(production, owner)?.channels[name]?.link;
