'use client';

import { useRef } from 'react';
import {
  Button,
  ColorArea,
  ColorField,
  ColorPicker,
  ColorSlider,
  ColorThumb,
  Dialog,
  DialogTrigger,
  Input,
  Label,
  parseColor,
  SliderTrack,
} from 'react-aria-components';
import { styled } from 'styled-components';
import { newGesture } from '../gesture';
import { Menu } from '../controls';
import { FieldLine } from './field-line';
import { Edged, KeyToggle, type Keyed } from './key-toggle';

const Swatch = styled(Button)`
  display: flex;
  align-items: center;
  justify-content: flex-end;
  gap: 8px;
  height: 21px;
  border: 1px solid transparent;
  border-radius: 2px;
  background: var(--well);
  padding: 0 6px;
  font: 12px var(--mono);
  &[data-hovered] {
    border-color: var(--line-strong);
  }
  i {
    width: 26px;
    height: 13px;
    border-radius: 2px;
    border: 1px solid var(--line-strong);
  }
`;
const Sheet = styled(Dialog)`
  outline: none;
  padding: 8px;
  display: flex;
  flex-direction: column;
  gap: 10px;
  .area {
    width: 190px;
    height: 130px;
    border-radius: 3px;
  }
  .track {
    height: 16px;
    width: 190px;
    border-radius: 3px;
  }
  .thumb {
    width: 14px;
    height: 14px;
    border: 2px solid #fff;
    border-radius: 50%;
    box-shadow: 0 0 0 1px #000;
    top: 50%;
  }
  .area .thumb {
    top: auto;
  }
  input {
    width: 190px;
    border: 1px solid var(--line);
    background: var(--well);
    border-radius: 2px;
    padding: 2px 6px;
    font: 12px var(--mono);
  }
  label {
    font: 500 12px var(--label);
    color: var(--dim);
  }
`;

/** A colour as #rrggbb: shown, and changed in a sheet by area, hue and hex. */
export function ColourField({
  label,
  value,
  onChange,
  keyed,
  onToggleKey,
  differs = false,
}: {
  label: string;
  value: string;
  onChange: (hex: string, gesture: string) => void;
  keyed?: Keyed;
  onToggleKey?: () => void;
  /** Of several things that are edited together, some have another colour. */
  differs?: boolean;
}) {
  const gesture = useRef('');
  return (
    <FieldLine>
      <span>{label}</span>
      <Edged>
        <ColorPicker
          value={parseColor(value).toFormat('hsb')}
          onChange={(colour) => {
            const hex = colour.toString('hex').toLowerCase();
            if (hex !== value) onChange(hex, gesture.current);
          }}
        >
          <DialogTrigger onOpenChange={() => (gesture.current = newGesture('colour'))}>
            <Swatch aria-label={`${label}, ${differs ? 'values differ' : value}`}>
              {differs ? 'differ' : value}
              <i style={{ background: value }} />
            </Swatch>
            <Menu placement="left top">
              <Sheet aria-label={label}>
                <ColorArea className="area" colorSpace="hsb" xChannel="saturation" yChannel="brightness">
                  <ColorThumb className="thumb" />
                </ColorArea>
                <ColorSlider colorSpace="hsb" channel="hue" aria-label="Hue">
                  <SliderTrack className="track">
                    <ColorThumb className="thumb" />
                  </SliderTrack>
                </ColorSlider>
                <ColorField>
                  <Label>Hex</Label>
                  <Input />
                </ColorField>
              </Sheet>
            </Menu>
          </DialogTrigger>
        </ColorPicker>
        <KeyToggle label={label} keyed={keyed} onToggle={onToggleKey} />
      </Edged>
    </FieldLine>
  );
}
