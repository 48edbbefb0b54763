import { ProgressBar } from 'react-aria-components';
import { styled } from 'styled-components';

const Bar = styled(ProgressBar)`
  width: 100%;
  .track {
    height: 4px;
    border-radius: 2px;
    background: var(--well);
    overflow: hidden;
  }
  .fill {
    height: 100%;
    background: var(--verdigris);
  }
`;

/** How far something is, from 0 to 1. */
export function Progress({ label, share }: { label: string; share: number }) {
  return (
    <Bar aria-label={label} value={share * 100}>
      {({ percentage }) => (
        <div className="track">
          <div className="fill" style={{ width: `${percentage ?? 0}%` }} />
        </div>
      )}
    </Bar>
  );
}
