import { Button as AriaButton, ToggleButton as AriaToggle, ToggleButtonGroup } from 'react-aria-components';
import styled, { css } from 'styled-components';
import { c } from '../theme/tokens';

const base = css`
  min-height: 48px;
  padding: 10px 16px;
  border-radius: 12px;
  border: 1.5px solid ${c('ink')};
  background: ${c('paper')};
  color: ${c('ink')};
  font-weight: 600;
  line-height: 1.2;
  cursor: pointer;
  &[data-pressed] { transform: translateY(1px); }
  &[data-disabled] { opacity: 0.5; cursor: default; }
  &[data-hovered] { background: ${c('fog')}; }
`;

/** A plain button. */
export const Button = styled(AriaButton)`${base}`;

/** The one thing to do next. */
export const Primary = styled(AriaButton)`
  ${base}
  background: ${c('zest')};
  color: ${c('onZest')};
  border-color: ${c('onZest')};
  &[data-hovered] { background: ${c('zest')}; text-decoration: underline; }
`;

/** A button for what is done seldom. */
export const Quiet = styled(AriaButton)`
  ${base}
  border: 1.5px dashed ${c('stone')};
  background: none;
  font-weight: 500;
`;

/** A button that is on or off. */
export const Toggle = styled(AriaToggle)`
  ${base}
  border: 1.5px dashed ${c('stone')};
  background: none;
  font-weight: 500;
  &[data-selected] { background: ${c('ink')}; color: ${c('paper')}; border-style: solid; }
`;

const Group = styled(ToggleButtonGroup)`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
`;

/** One of a few, all in sight. */
export function OneOf<T extends string>({
  label,
  value,
  onChange,
  options,
}: {
  label: string;
  value: T;
  onChange: (v: T) => void;
  options: { id: T; name: string }[];
}) {
  return (
    <Group
      aria-label={label}
      selectionMode="single"
      disallowEmptySelection
      selectedKeys={[value]}
      onSelectionChange={(keys) => {
        const [key] = keys;
        if (key !== undefined) onChange(key as T);
      }}
    >
      {options.map((o) => (
        <Toggle key={o.id} id={o.id}>
          {o.name}
        </Toggle>
      ))}
    </Group>
  );
}

/** Buttons in a row that wraps. */
export const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  /* Beside a field with its name above it, all stand on the field's own foot. */
  &:has(> * > label) { align-items: end; }
  > a { display: inline-flex; align-items: center; min-height: 48px; margin: -4px 8px -4px 0; }
  p + &, small + & { margin-top: 8px; }
`;
