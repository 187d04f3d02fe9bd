import { FieldError, Input, Label, TextArea, TextField, Text as Words } from 'react-aria-components';
import styled from 'styled-components';
import { c } from '../theme/tokens';
import { box, Labelled } from './Pick';

const Box = styled(Input)`${box}`;
const Area = styled(TextArea)`${box} min-height: 88px; resize: vertical;`;
const Hint = styled(Words)`color: ${c('stone')}; font-size: 0.9rem;`;

/** What is wrong with a field, told with it. */
export const Wrong = styled(FieldError)`
  color: ${c('thorn')};
  font-weight: 600;
`;

interface TextProps {
  label: string;
  value: string;
  onChange: (value: string) => void;
  hint?: string;
  type?: 'text' | 'date' | 'tel' | 'search' | 'datetime-local';
  inputMode?: 'decimal' | 'tel';
  long?: boolean;
  placeholder?: string;
  /** What is wrong with it. */
  wrong?: string | undefined;
}

/** A line of text, or several, with its label. */
export function Text({ label, value, onChange, hint, type = 'text', inputMode, long, placeholder, wrong }: TextProps) {
  return (
    <Labelled
      as={TextField}
      value={value}
      onChange={onChange}
      type={type}
      isInvalid={Boolean(wrong)}
      validationBehavior="aria"
    >
      <Label>{label}</Label>
      {long ? <Area /> : <Box inputMode={inputMode} placeholder={placeholder} />}
      {hint && <Hint slot="description">{hint}</Hint>}
      {wrong && <Wrong>{wrong}</Wrong>}
    </Labelled>
  );
}
