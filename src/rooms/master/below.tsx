'use client';

import { Tab, TabList, TabPanel, Tabs } from 'react-aria-components';
import { styled } from 'styled-components';
import { useProduction } from '../workspace/workspace';
import { ChecksPane } from './checks-pane';
import { FormatsPane } from './formats/formats-pane';
import { VersionsPane } from './versions/versions-pane';

const Frame = styled(Tabs)`
  height: 100%;
  min-height: 0;
  display: flex;
  flex-direction: column;
  border-top: 1px solid var(--line);
`;
const List = styled(TabList)`
  flex: none;
  display: flex;
  gap: 2px;
  height: 25px;
  padding: 0 8px;
  background: var(--panel);
` as typeof TabList;
const One = styled(Tab)`
  padding: 0 9px;
  border-bottom: 2px solid transparent;
  font: 600 13px var(--label);
  line-height: 23px;
  color: var(--dim);
  cursor: default;
  small {
    font: 11px var(--mono);
    color: var(--faint);
    margin-left: 4px;
  }
  &[data-selected] {
    color: var(--text);
    border-color: var(--verdigris);
  }
`;
const Panel = styled(TabPanel)`
  flex: 1;
  min-height: 0;
`;

/** What stands below the picture in Master: what checks say of it, its versions, and its formats. */
export function Below() {
  const rows = useProduction((p) => p.versions.rows.length);
  const formats = useProduction((p) => p.versions.formats.length);
  return (
    <Frame>
      <List aria-label="Below the picture">
        <One id="checks">Checks</One>
        <One id="versions">Versions{rows > 0 ? <small>{rows}</small> : null}</One>
        <One id="formats">Formats{formats > 0 ? <small>{formats + 1}</small> : null}</One>
      </List>
      <Panel id="checks">
        <ChecksPane />
      </Panel>
      <Panel id="versions">
        <VersionsPane />
      </Panel>
      <Panel id="formats">
        <FormatsPane />
      </Panel>
    </Frame>
  );
}
