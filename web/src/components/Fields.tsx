import { type ReactNode, useId } from 'react';
import { Checkbox, Input, Label, TextArea, TextField } from 'react-aria-components';
import styled, { css } from 'styled-components';
import { c } from '../theme/tokens';

/** How a field looks. */
export const box = css`
  width: 100%;
  min-height: 48px;
  padding: 8px 12px;
  border: 1.5px solid ${c('ink')};
  border-radius: 10px;
  background: ${c('paper')};
  color: ${c('ink')};
`;

const Box = styled(Input)`${box}`;
const Area = styled(TextArea)`${box} min-height: 88px; resize: vertical;`;
const Choice = styled.select`${box}`;

/** A control under its label. */
export const Labelled = styled.div`
  display: grid;
  gap: 4px;
  max-width: 34rem;
  label, .label { font-weight: 600; }
  small { color: ${c('stone')}; font-size: 0.9rem; }
`;

interface TextProps {
  label: string;
  value: string;
  onChange: (value: string) => void;
  hint?: string;
  type?: 'text' | 'date' | 'tel' | 'search';
  inputMode?: 'decimal' | 'tel';
  long?: boolean;
  placeholder?: string;
}

/** A line of text, or several, with its label. */
export function Text({ label, value, onChange, hint, type = 'text', inputMode, long, placeholder }: TextProps) {
  return (
    <Labelled as={TextField} value={value} onChange={onChange} type={type}>
      <Label>{label}</Label>
      {long ? <Area /> : <Box inputMode={inputMode} placeholder={placeholder} />}
      {hint && <small>{hint}</small>}
    </Labelled>
  );
}

/** One of several, from the platform's own list: the one control that every phone opens well with wet fingers. */
export function Pick({
  label,
  value,
  onChange,
  options,
}: {
  label: string;
  value: string;
  onChange: (v: string) => void;
  options: { id: string; name: string }[];
}) {
  const id = useId();
  return (
    <Labelled>
      <label htmlFor={id}>{label}</label>
      <Choice id={id} value={value} onChange={(e) => onChange(e.target.value)}>
        {options.map((o) => (
          <option key={o.id} value={o.id}>
            {o.name}
          </option>
        ))}
      </Choice>
    </Labelled>
  );
}

/** A box to tick. */
export const Tick = styled(Checkbox)`
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 44px;
  cursor: pointer;
  &::before { content: ''; flex: none; width: 26px; height: 26px; border: 2px solid ${c('ink')}; border-radius: 7px; background: ${c('paper')}; display: grid; place-items: center; font-weight: 800; line-height: 1; }
  &[data-selected]::before { content: '✓'; background: ${c('ink')}; color: ${c('paper')}; }
  &[data-focus-visible] { outline: 3px solid ${c('ink')}; outline-offset: 2px; border-radius: 8px; }
`;

/** A group of controls under one heading. */
export const Group = styled.section`
  display: grid;
  gap: 14px;
  padding: 18px 0;
  border-top: 1.5px solid ${c('mist')};
`;

/** A page of text and forms. */
export const Page = styled.div`
  padding: 22px 26px 40px;
  max-width: 980px;
  width: 100%;
  h1 { font-size: 28px; margin-bottom: 6px; }
  h2 { font-size: 20px; margin-top: 22px; }
  > div + div, > p + div { margin-top: 10px; }
`;

/** What is shown while something loads, or where it could not be. */
export function Waiting({ error, children }: { error?: Error | null; children?: ReactNode }) {
  return (
    <Page role={error ? 'alert' : 'status'}>
      {error ? (
        <p>
          <strong>That did not work.</strong> {error.message}
        </p>
      ) : (
        (children ?? <p>Loading …</p>)
      )}
    </Page>
  );
}
