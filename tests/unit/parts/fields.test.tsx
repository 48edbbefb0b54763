/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { act, screen } from '@testing-library/react';
import { jest } from '@jest/globals';
import { useState } from 'react';
import type { FieldMeta } from '@/core/schema/fields';
import { ColourField } from '@/parts/fields/colour-field';
import { NumberField } from '@/parts/fields/number-field';
import { SwitchField } from '@/parts/fields/switch-field';
import { drag, show } from '../support/page';

const METRES: FieldMeta = { label: 'Across', unit: 'm', min: -10, max: 10, rest: 0, step: 0.1, digits: 2, shown: 1 };
const SHARE: FieldMeta = { label: 'Opacity', unit: '%', min: 0, max: 1, rest: 1, step: 0.05, digits: 0, shown: 100 };

/** A field with a value of its own, and all that it was changed to. */
function field(meta: FieldMeta, first: number) {
  const changes: [number, string][] = [];
  const keys = { toggle: jest.fn(), step: jest.fn() };
  function Bench() {
    const [value, setValue] = useState(first);
    return (
      <NumberField
        meta={meta}
        value={value}
        keyed="keyed"
        onToggleKey={keys.toggle}
        onStepKey={keys.step}
        onChange={(next, gesture) => {
          changes.push([next, gesture]);
          setValue(next);
        }}
      />
    );
  }
  const { user } = show(<Bench />);
  const input = screen.getByRole<HTMLInputElement>('textbox');
  return { user, changes, keys, input, values: () => changes.map(([value]) => value), last: () => changes.at(-1)?.[0] };
}

describe('a number', () => {
  test('is typed with arithmetic and other units of its kind, in the unit that is shown', async () => {
    const { user, input, last } = field(METRES, 1);
    await user.clear(input);
    await user.type(input, '50 cm + 1/4{Enter}');
    expect(last()).toBeCloseTo(0.75, 12);
    expect(input).toHaveProperty('value', '0.75');
  });

  test('of a share is typed in percent', async () => {
    const { user, input, last } = field(SHARE, 1);
    await user.clear(input);
    await user.type(input, '40{Enter}');
    expect(last()).toBeCloseTo(0.4, 12);
  });

  test('that is no number is marked and not taken; Escape gives the value back', async () => {
    const { user, input, changes } = field(METRES, 1);
    await user.clear(input);
    await user.type(input, '3 kg{Enter}');
    expect(input.getAttribute('aria-invalid')).toBe('true');
    expect(screen.getByRole('alert').textContent).toBe('“3 kg” is no number. It is in m; sums like 2*3 are worked out.');
    await user.keyboard('{Escape}');
    expect(screen.queryByRole('alert')).toBeNull();
    expect(input.value).toBe('1.00');
    expect(changes).toEqual([]);
  });

  test('left unreadable says so and keeps what was typed; what was typed before Escape is not taken', async () => {
    const { user, input, changes } = field(METRES, 1);
    await user.clear(input);
    await user.type(input, 'far');
    act(() => input.blur());
    expect(screen.getByRole('alert').textContent).toContain('“far” is no number');
    expect(input.value).toBe('far');
    await user.clear(input);
    await user.type(input, '5{Escape}');
    expect([input.value, changes]).toEqual(['1.00', []]);
  });

  test('stepped away from comes back by Escape', async () => {
    const { user, input, last } = field(METRES, 1);
    await user.click(input);
    await user.keyboard('{ArrowUp}{ArrowUp}');
    expect(last()).toBeCloseTo(1.2, 9);
    await user.keyboard('{Escape}');
    expect(last()).toBe(1);
  });

  test('is idle, so that undo is the document’s, until something is typed', async () => {
    const { user, input } = field(METRES, 1);
    await user.click(input);
    expect(input.dataset.idle).toBeDefined();
    await user.keyboard('2');
    expect(input.dataset.idle).toBeUndefined();
    await user.keyboard('{Enter}');
    expect(input.dataset.idle).toBeDefined();
  });

  test('takes percentages of a whole where there is one: of the height of capitals', async () => {
    const changed = jest.fn();
    const { user } = show(<NumberField meta={{ ...METRES, unit: 'mm', max: 1000 }} value={0} whole={1200} onChange={changed} />);
    await user.type(screen.getByRole('textbox'), '{Control>}a{/Control}5 % + 1 cm{Enter}');
    expect(changed.mock.calls[0]?.[0]).toBeCloseTo(70, 9);
  });

  test('that differs among things edited together shows none, and a typed one goes to all', async () => {
    const changed = jest.fn();
    const { user } = show(<NumberField meta={METRES} value={1} differs onChange={changed} />);
    const input = screen.getByRole<HTMLInputElement>('textbox', { name: 'Across, m, values differ' });
    expect([input.value, input.placeholder]).toEqual(['', 'differ']);
    await user.type(input, '1{Enter}');
    expect(changed.mock.calls.map(([value]) => value)).toEqual([1]);
  });

  test('never shows nothing with a sign', () => {
    expect(field(METRES, -0.001).input.value).toBe('0.00');
  });

  test('stays within its bounds', async () => {
    const { user, input, last } = field(METRES, 1);
    await user.clear(input);
    await user.type(input, '1e{Backspace}000{Enter}');
    expect(last()).toBe(10);
  });

  test('typed back as it is shown is not rounded', async () => {
    const { user, input, changes } = field(METRES, 1.23456);
    await user.click(input);
    await user.keyboard('1.23{Enter}');
    expect(changes).toEqual([]);
  });

  test('is stepped by the arrow keys, ten times as far with Shift and a tenth with Alt', async () => {
    const { user, input, values } = field(METRES, 1);
    await user.click(input);
    await user.keyboard('{ArrowUp}{Shift>}{ArrowUp}{/Shift}{Alt>}{ArrowDown}{/Alt}');
    [1.1, 2.1, 2.09].forEach((value, i) => expect(values()[i]).toBeCloseTo(value, 9));
  });

  test('is dragged by its name in one gesture, and goes back to its default by a double press', async () => {
    const { user, changes, last } = field(METRES, 1);
    const name = screen.getByText('Across');
    await drag(user, name, { x: 100, y: 0 }, { x: 101, y: 0 }, { x: 110, y: 0 }, { x: 120, y: 0 });
    expect(last()).toBeCloseTo(2, 9);
    expect(new Set(changes.map(([, gesture]) => gesture)).size).toBe(1);
    await user.dblClick(name);
    expect(last()).toBe(0);
  });

  test('a press on its name that does not move puts the caret into it', async () => {
    const { user, input, changes } = field(METRES, 1);
    await drag(user, screen.getByText('Across'), { x: 100, y: 0 }, { x: 101, y: 0 });
    expect(document.activeElement).toBe(input);
    expect(changes).toEqual([]);
  });

  test('is keyed beside it, and Ctrl with the arrows goes from key to key', async () => {
    const { user, input, keys } = field(METRES, 1);
    await user.click(screen.getByRole('button', { name: 'Set a key of Across here' }));
    expect(keys.toggle).toHaveBeenCalledTimes(1);
    await user.click(input);
    await user.keyboard('{Control>}{ArrowLeft}{ArrowRight}{/Control}');
    expect(keys.step.mock.calls).toEqual([[-1], [1]]);
  });
});

describe('a colour', () => {
  test('is typed as hex in its sheet; all that is done in one opening is one gesture', async () => {
    const changes: [string, string][] = [];
    function Bench() {
      const [value, setValue] = useState('#204060');
      return (
        <ColourField
          label="Colour"
          value={value}
          onChange={(hex, gesture) => {
            changes.push([hex, gesture]);
            setValue(hex);
          }}
        />
      );
    }
    const { user } = show(<Bench />);
    await user.click(screen.getByRole('button', { name: 'Colour, #204060' }));
    const hex = screen.getByRole('textbox', { name: 'Hex' });
    await user.clear(hex);
    await user.type(hex, '#C0FFEE{Enter}');
    const [hue] = screen.getAllByRole('slider', { name: /Hue/ });
    act(() => hue?.focus());
    await user.keyboard('{ArrowRight}');
    await user.keyboard('{Escape}');
    expect(changes[0]?.[0]).toBe('#c0ffee');
    expect(changes.length).toBeGreaterThan(1);
    expect(changes.every(([text]) => /^#[0-9a-f]{6}$/.test(text))).toBe(true);
    expect(new Set(changes.map(([, gesture]) => gesture)).size).toBe(1);
  });
});

test('a switch is turned by the keyboard and says where its key stands', async () => {
  const onChange = jest.fn();
  const onToggleKey = jest.fn();
  const { user } = show(<SwitchField label="Shown" value onChange={onChange} keyed="here" onToggleKey={onToggleKey} />);
  const control = screen.getByRole<HTMLInputElement>('switch', { name: 'Shown' });
  expect(control.checked).toBe(true);
  act(() => control.focus());
  await user.keyboard(' ');
  expect(onChange).toHaveBeenCalledWith(false);
  await user.click(screen.getByRole('button', { name: 'Remove the key of Shown here', pressed: true }));
  expect(onToggleKey).toHaveBeenCalledTimes(1);
});
