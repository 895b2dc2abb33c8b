import { Box, Button, InputAdornment, TextField } from '@mui/material';
import { type ReactNode, useEffect, useId, useRef, useState } from 'react';
import { client, type Problem, unwrap } from '../app/api/client';
import { count, number } from './format';

export interface NumberFieldProps {
  label: string;
  value: number | null;
  unit: string;
  /** The unit to convert to when it differs from the one shown, such as "Shore A". */
  to?: string;
  onChange: (value: number | null) => void;
  /** Left empty it means null; otherwise an empty field is an error, or goes back to what is proposed. */
  optional?: boolean;
  /** What a field that is cleared goes back to. */
  proposal?: number;
  whole?: boolean;
  min?: number;
  max?: number;
  hint?: string;
  /** What is counted, such as "pieces": the number is shown as it was understood. */
  counts?: string;
  /** A value that is asked about before it counts: the question, or nothing. */
  doubt?: (value: number) => string | null;
  /** What the server said about this field. */
  refused?: string;
  width?: number | string;
}

/** Read at once, since it can mean one thing only; everything else goes to the one reader on the server. */
const plain = /^\s*[-+]?(\d+|\d*[.,]\d{1,2}|0[.,]\d+)\s*$/;

interface Question {
  text: string;
  answers: { says: string; value: number }[];
}

/**
 * A number with its unit. Other units and other countries' ways may be typed ("3.2 in", "150 °F", "18k", "8 000"); what can be read
 * two ways, or is odd, is asked about, and until it is answered what stood before stands.
 */
export function NumberField({
  label,
  value,
  unit,
  to,
  onChange,
  optional,
  proposal,
  whole,
  min,
  max,
  hint,
  counts,
  doubt,
  refused,
  width = 170,
}: NumberFieldProps) {
  const id = useId();
  // At rest a count stands in groups of three, as it was understood; while it is typed, as it is typed.
  const bare = (v: number | null) => (v === null ? '' : whole ? String(v) : number(v, 6).replaceAll('\u202f', ''));
  const shown = (v: number | null) => (v !== null && whole ? count(v) : bare(v));
  const [text, setText] = useState(shown(value));
  const [error, setError] = useState<string | null>(null);
  const [note, setNote] = useState<string | null>(null);
  const [question, setQuestion] = useState<Question | null>(null);
  const sent = useRef(value);
  const before = useRef(value);
  useEffect(() => {
    if (value === sent.current) return;
    sent.current = value;
    setText(shown(value));
    setError(null);
    setQuestion(null);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only a value from outside rewrites what is typed
  }, [value]);

  const wrong = (v: number | null): string | null => {
    if (v === null) return optional ? null : 'Give a number.';
    if (whole && !Number.isInteger(v)) return 'Give a whole number.';
    const low = min !== undefined && v < min;
    if (!low && !(max !== undefined && v > max)) return null;
    return `Give a number from ${min ?? '–∞'} to ${max ?? '∞'}${unit ? ` ${unit}` : ''}.`;
  };

  const send = (v: number | null) => {
    if (v === sent.current) return;
    sent.current = v;
    onChange(v);
  };

  const accept = (v: number | null, sure = false) => {
    const refusal = wrong(v);
    const asked = v !== null && !sure && !refusal ? (doubt?.(v) ?? null) : null;
    setError(refusal);
    setQuestion(null);
    if (refusal) return;
    if (asked && v !== sent.current) {
      send(before.current);
      setQuestion({ text: asked, answers: [{ says: `yes, ${number(v!, 6)}${unit ? ` ${unit}` : ''}`, value: v! }] });
      return;
    }
    send(v);
  };

  const type = (typed: string) => {
    setText(typed);
    setNote(null);
    setQuestion(null);
    if (plain.test(typed)) accept(Number(typed.replace(',', '.').trim()));
    else if (typed.trim() !== '') send(before.current);
    else if (optional || proposal === undefined) accept(null);
    else setError(null);
  };

  const settle = (v: number, sure = false) => {
    setText(shown(v));
    accept(v, sure);
  };

  const read = async () => {
    if (text.trim() === '') {
      if (proposal !== undefined && !optional) settle(proposal, true);
      return;
    }
    if (plain.test(text)) {
      if (sent.current !== null && Number(text.replace(',', '.')) === sent.current) setText(shown(sent.current));
      return;
    }
    if (text === shown(sent.current)) return;
    try {
      const { readings, note: said } = await unwrap(
        client.POST('/api/read-quantity', {
          body: { text, unit: to ?? unit, whole: whole ?? false, least: min ?? null, most: max ?? null },
        }),
      );
      if (readings.length > 1) {
        setError(null);
        setQuestion({ text: `${text.trim()} can be read two ways:`, answers: readings });
        return;
      }
      setNote(`${text.trim()}${said && !to ? `: ${said}` : ''}`);
      settle(Number(readings[0]!.value.toPrecision(12)));
    } catch (cause) {
      setError((cause as Problem).message);
    }
  };

  const understood = counts && value !== null && !error && !question ? `${count(value)} ${counts}` : null;
  const help: ReactNode = question ? (
    <Asked question={question} onAnswer={(v) => settle(v, true)} />
  ) : (
    (error ?? refused ?? note ?? understood ?? hint)
  );
  return (
    <TextField
      id={id}
      label={label}
      value={text}
      onChange={(event) => type(event.target.value)}
      onFocus={() => {
        before.current = sent.current;
        if (text === shown(sent.current)) setText(bare(sent.current));
      }}
      onBlur={() => void read()}
      onKeyDown={(event) => event.key === 'Enter' && void read()}
      error={Boolean(error ?? refused ?? question)}
      helperText={help}
      sx={{ width }}
      slotProps={{
        input: { endAdornment: unit ? <InputAdornment position="end">{unit}</InputAdornment> : undefined },
        htmlInput: { inputMode: 'text', autoComplete: 'off', style: { textAlign: 'right' } },
        inputLabel: { shrink: true },
        formHelperText: { component: 'div' },
      }}
    />
  );
}

/** Readings to choose from; nothing is taken until one is. */
function Asked({ question, onAnswer }: { question: Question; onAnswer: (value: number) => void }) {
  return (
    <Box role="alert">
      {question.text}{' '}
      {question.answers.map((answer) => (
        <Button
          key={answer.value}
          size="small"
          sx={{ minWidth: 0, py: 0, px: 0.75 }}
          // Before the field is left, so that leaving does not ask again.
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => onAnswer(answer.value)}
        >
          {answer.says}
        </Button>
      ))}
    </Box>
  );
}
