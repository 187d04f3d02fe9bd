import { useId } from 'react';
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

const Choice = styled.select`${box}`;

/** A control under its label. */
export const Labelled = styled.div`
  display: grid;
  gap: 4px;
  max-width: 34rem;
  label, .label { font-weight: 600; }
  small { color: ${c('stone')}; font-size: 0.9rem; }
`;

/** A group of controls under one heading. */
export const Group = styled.section`
  display: grid;
  gap: 14px;
  padding: 18px 0;
  border-top: 1.5px solid ${c('mist')};
`;

/** How many frames a field that is wrong is waited for. */
const frames = 20;

/** Goes to the first field of a form that is wrong, as soon as it says so. */
export function toFirstWrong(form: HTMLElement | null | undefined, left = frames) {
  requestAnimationFrame(() => {
    const wrong = form?.querySelector<HTMLElement>('[aria-invalid=true]');
    if (wrong) wrong.focus();
    else if (left > 0) toFirstWrong(form, left - 1);
  });
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
