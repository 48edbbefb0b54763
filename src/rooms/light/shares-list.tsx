'use client';

import { scaleLinear } from 'd3-scale';
import { X } from 'lucide-react';
import { styled } from 'styled-components';
import { hexColour } from '@/core/colour/transfer';
import { ownerAt } from '@/core/production/owners/owners';
import { IconButton } from '@/parts/controls';
import { useProduction, useView, useWorkspace } from '../workspace/workspace';

const Box = styled.section`
  margin-bottom: 10px;
  padding: 6px 8px 8px;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  header {
    display: flex;
    justify-content: space-between;
    align-items: center;
    font: 600 13px var(--label);
  }
  button.line {
    display: grid;
    grid-template-columns: 1fr 60px 46px;
    gap: 6px;
    align-items: center;
    width: 100%;
    padding: 1px 0;
    border: 0;
    background: none;
    font-size: 12px;
    text-align: left;
    code {
      font: 11px var(--mono);
      text-align: right;
    }
  }
`;

const luminance = ([r, g, b]: readonly [number, number, number]) => 0.2126 * r + 0.7152 * g + 0.0722 * b;

/** What lights the spot that was asked for: each light and each light of the dome, by its share. */
export function SharesList() {
  const { view } = useWorkspace();
  const asked = useView((s) => s.shares);
  const production = useProduction((p) => p);
  if (!asked) return null;
  const all = asked.shares.reduce((sum, { light }) => sum + Math.max(0, luminance(light)), 0);
  const width = scaleLinear([0, 1], [0, 60]);
  const seen = asked.shares.filter(({ light }) => all > 0 && luminance(light) / all >= 0.001);
  return (
    <Box aria-label="What lights this">
      <header>
        What lights this
        <IconButton label="Close" $tone="quiet" onPress={() => view.setState({ shares: null })}>
          <X size={12} />
        </IconButton>
      </header>
      {seen.length === 0 ? (
        <div style={{ fontSize: 12, color: 'var(--dim)' }}>No light falls on this spot, or nothing stands there.</div>
      ) : null}
      {seen.map(({ path, light }) => {
        const share = luminance(light) / all;
        const most = Math.max(...light, 1e-6);
        return (
          <button
            key={path}
            type="button"
            className="line"
            onClick={() => view.setState({ selection: { kind: 'owner', id: path }, pick: null })}
          >
            <span>
              {ownerAt(production, path)?.label ?? ''}
              {path.split('/').length === 2 && path.startsWith('domes/') ? ', ground' : ''}
            </span>
            <svg width={60} height={8} aria-hidden="true">
              <rect width={width(share)} height={8} fill={hexColour([light[0] / most, light[1] / most, light[2] / most])} />
            </svg>
            <code>{(100 * share).toFixed(1)} %</code>
          </button>
        );
      })}
    </Box>
  );
}
