import { InputAdornment, TextField } from '@mui/material';
import { useEffect, useId, useRef, useState } from 'react';
import { client, Problem, unwrap } from '../app/api/client';
import { number } from './format';

export interface NumberFieldProps {
  label: string;
  value: number | null;
  unit: string;
  /** The unit to convert to when it differs from the one shown, such as "Shore A". */
  to?: string;
  onChange: (value: number | null) => void;
  /** Left empty it means null; otherwise an empty field is an error. */
  optional?: boolean;
  whole?: boolean;
  min?: number;
  max?: number;
  hint?: string;
  /** What the server said about this field. */
  refused?: string;
  width?: number | string;
}

const plain = /^\s*[-+]?\d[\d\u2009 ]*([.,]\d+)?\s*$/;

/** A number with its unit. Other units may be typed ("3.2 in", "150 °F"); the server turns them into the one shown. */
export function NumberField({
  label,
  value,
  unit,
  to,
  onChange,
  optional,
  whole,
  min,
  max,
  hint,
  refused,
  width = 170,
}: NumberFieldProps) {
  const id = useId();
  const shown = (v: number | null) => (v === null ? '' : whole ? String(v) : number(v, 6).replaceAll('\u2009', ''));
  const [text, setText] = useState(shown(value));
  const [error, setError] = useState<string | null>(null);
  const [note, setNote] = useState<string | null>(null);
  const sent = useRef(value);
  useEffect(() => {
    if (value === sent.current) return;
    sent.current = value;
    setText(shown(value));
    setError(null);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only a value from outside rewrites what is typed
  }, [value]);

  const accept = (v: number | null) => {
    const wrong =
      v === null
        ? optional
          ? null
          : 'Give a number.'
        : whole && !Number.isInteger(v)
          ? 'Give a whole number.'
          : (min !== undefined && v < min) || (max !== undefined && v > max)
            ? `Give a number from ${min ?? '–∞'} to ${max ?? '∞'}${unit ? ` ${unit}` : ''}.`
            : null;
    setError(wrong);
    if (wrong || v === sent.current) return;
    sent.current = v;
    onChange(v);
  };

  const type = (typed: string) => {
    setText(typed);
    setNote(null);
    if (typed.trim() === '') accept(null);
    else if (plain.test(typed)) accept(Number(typed.replace(/[\u2009 ]/g, '').replace(',', '.')));
  };

  const convert = async () => {
    if (text.trim() === '' || plain.test(text)) return;
    try {
      const converted = await unwrap(client.POST('/api/calc/convert', { body: { value: text, to: to ?? unit } }));
      const v = whole ? Math.round(converted.value) : Number(converted.value.toPrecision(10));
      setNote(`${text.trim()}${converted.note && !to ? `: ${converted.note}` : ''}`);
      accept(v);
      setText(shown(v));
    } catch (cause) {
      setError((cause as Problem).message);
    }
  };

  return (
    <TextField
      id={id}
      label={label}
      value={text}
      onChange={(event) => type(event.target.value)}
      onBlur={() => void convert()}
      onKeyDown={(event) => event.key === 'Enter' && void convert()}
      error={Boolean(error ?? refused)}
      helperText={error ?? refused ?? note ?? hint}
      sx={{ width }}
      slotProps={{
        input: { endAdornment: unit ? <InputAdornment position="end">{unit}</InputAdornment> : undefined },
        htmlInput: { inputMode: 'text', autoComplete: 'off', style: { textAlign: 'right' } },
        inputLabel: { shrink: true },
      }}
    />
  );
}
