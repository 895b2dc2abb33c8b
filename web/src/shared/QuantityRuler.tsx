import { Box, Typography, useTheme } from '@mui/material';
import { memo, useId, useRef } from 'react';
import { count } from './format';
import { NumberField } from './NumberField';

export interface RulerSpan {
  tag: string;
  name: string;
  from: number;
  to: number;
  tie: boolean;
}

interface Props {
  quantity: number;
  upTo: number;
  spans: readonly RulerSpan[];
  crossings: readonly number[];
  pins: readonly { quantity: number; label: string }[];
  onChange: (quantity: number) => void;
  /** Opens why the route leads from a quantity on. */
  onOpen?: (from: number) => void;
}

const WIDTH = 1000;
const RAIL = 30;

/** A logarithmic ruler of how many: spans by cheapest route, ticks where it changes, pins for the demand, a marker to drag, step or type. */
export function QuantityRuler({ quantity, upTo, spans, crossings, pins, onChange, onOpen }: Props) {
  const rail = useRef<HTMLDivElement>(null);
  const top = Math.max(upTo, 10);
  const clamp = (q: number) => Math.min(Math.max(Math.round(q), 1), Math.round(top));
  const pointed = (clientX: number) => {
    const bounds = rail.current!.getBoundingClientRect();
    return clamp(top ** Math.min(1, Math.max(0, (clientX - bounds.left) / bounds.width)));
  };

  const key = (event: React.KeyboardEvent) => {
    const step = Math.max(1, Math.round(quantity * (event.shiftKey ? 0.25 : 0.05)));
    const next: Record<string, number> = {
      ArrowLeft: quantity - step,
      ArrowDown: quantity - step,
      ArrowRight: quantity + step,
      ArrowUp: quantity + step,
      Home: 1,
      End: top,
      PageUp: quantity * 10,
      PageDown: quantity / 10,
    };
    if (!(event.key in next)) return;
    event.preventDefault();
    onChange(clamp(next[event.key]!));
  };

  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, py: 0.5 }}>
      <NumberField
        label="Quantity"
        unit=""
        whole
        min={1}
        value={quantity}
        proposal={quantity}
        width={120}
        onChange={(q) => q !== null && onChange(clamp(q))}
      />
      <Box sx={{ flex: 1, height: 66, position: 'relative' }}>
        <Box
          ref={rail}
          role="slider"
          tabIndex={0}
          aria-label="Quantity marker"
          aria-valuemin={1}
          aria-valuemax={Math.round(top)}
          aria-valuenow={quantity}
          aria-valuetext={`${count(quantity)} parts`}
          onKeyDown={key}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            onChange(pointed(event.clientX));
          }}
          onPointerMove={(event) => event.buttons === 1 && onChange(pointed(event.clientX))}
          sx={{ position: 'absolute', inset: 0, cursor: 'ew-resize', touchAction: 'none' }}
        >
          <Rail spans={spans} crossings={crossings} pins={pins} top={top} />
          <Box
            aria-hidden
            sx={{
              position: 'absolute',
              left: `${place(quantity, top) / 10}%`,
              top: 8,
              height: 36,
              width: 3,
              ml: '-1.5px',
              backgroundColor: 'text.primary',
              '&::after': {
                content: '""',
                position: 'absolute',
                left: -5,
                top: -6,
                borderLeft: '6.5px solid transparent',
                borderRight: '6.5px solid transparent',
                borderTop: '9px solid',
                borderTopColor: 'text.primary',
              },
            }}
          />
        </Box>
        <Turns crossings={crossings} top={top} onOpen={onOpen} />
      </Box>
    </Box>
  );
}

/** Where a quantity stands on the rail, in thousandths of its length. */
const place = (q: number, top: number) => (Math.log(Math.min(Math.max(q, 1), top)) / Math.log(top)) * WIDTH;

/** All of the ruler that stays while the marker moves. */
const Rail = memo(function Rail({
  spans,
  crossings,
  pins,
  top,
}: Pick<Props, 'spans' | 'crossings' | 'pins'> & { top: number }) {
  const { palette } = useTheme().vars!;
  const hatch = useId();
  const at = (q: number) => place(q, top);
  const decades = Array.from({ length: Math.floor(Math.log10(top)) + 1 }, (_, i) => 10 ** i);
  return (
    <>
      <svg width="100%" height="66" viewBox={`0 0 ${WIDTH} 66`} preserveAspectRatio="none" aria-hidden>
        <defs>
          <pattern id={hatch} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line x1="0" y1="0" x2="0" y2="7" stroke={palette.primary.main} strokeWidth="2" opacity="0.45" />
          </pattern>
        </defs>
        {spans.map((span, i) => (
          <rect
            key={span.from}
            x={at(span.from)}
            width={Math.max(0, at(span.to + 1) - at(span.from))}
            y={RAIL - 12}
            height={12}
            fill={span.tie ? `url(#${hatch})` : palette.primary.main}
            opacity={span.tie ? 1 : i % 2 ? 0.22 : 0.38}
          />
        ))}
        <line
          x1="0"
          x2={WIDTH}
          y1={RAIL}
          y2={RAIL}
          stroke={palette.text.primary}
          strokeWidth="1"
          vectorEffect="non-scaling-stroke"
        />
        {decades.flatMap((decade) =>
          [1, 2, 3, 4, 5, 6, 7, 8, 9].map((n) => (
            <line
              key={decade * n}
              x1={at(decade * n)}
              x2={at(decade * n)}
              y1={RAIL}
              y2={RAIL + (n === 1 ? 9 : n === 5 ? 7 : 4)}
              stroke={palette.text.secondary}
              vectorEffect="non-scaling-stroke"
              visibility={decade * n > top ? 'hidden' : 'visible'}
            />
          )),
        )}
        {crossings.map((q) => (
          <line
            key={q}
            x1={at(q)}
            x2={at(q)}
            y1={RAIL - 16}
            y2={RAIL}
            stroke={palette.text.primary}
            strokeWidth="1.5"
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </svg>
      {spans.map((span) => {
        const wide = at(span.to + 1) - at(span.from) > 34;
        return (
          wide && (
            <Mark
              key={span.from}
              x={(at(span.from) + at(span.to + 1)) / 2}
              y={RAIL - 13}
              mono
              title={span.tie ? `${span.name} leads a tie: inside the noise, the safer` : span.name}
            >
              {span.tag}
            </Mark>
          )
        );
      })}
      {decades.map((decade) => (
        <Mark key={decade} x={at(decade)} y={RAIL + 9} faint>
          {count(decade)}
        </Mark>
      ))}
      {pins.map((pin, i) => (
        <Mark key={i} x={at(pin.quantity)} y={RAIL + 20} title={`Wanted: ${pin.label}`}>
          ▴ {pin.label}
        </Mark>
      ))}
    </>
  );
});

/** The quantities at which the lead changes hands, each opening to why; beside the rail, for a slider holds no buttons. */
const Turns = memo(function Turns({ crossings, top, onOpen }: Pick<Props, 'crossings' | 'onOpen'> & { top: number }) {
  const at = (q: number) => place(q, top);
  return crossings.map(
    (q, i) =>
      (i === 0 || at(q) - at(crossings[i - 1]!) > 40) && (
        <Mark key={q} x={at(q)} y={-2} title={`From ${count(q)} on: why`} onOpen={onOpen && (() => onOpen(q))}>
          {count(q)}
        </Mark>
      ),
  );
});

function Mark({
  x,
  y,
  children,
  mono,
  faint,
  title,
  onOpen,
}: {
  x: number;
  y: number;
  children: React.ReactNode;
  mono?: boolean;
  faint?: boolean;
  title?: string;
  onOpen?: () => void;
}) {
  return (
    <Typography
      {...(onOpen
        ? {
            component: 'button',
            'aria-label': title,
            onClick: onOpen,
          }
        : { component: 'span' })}
      variant={mono ? 'mono' : undefined}
      title={title}
      sx={{
        position: 'absolute',
        left: `${x / 10}%`,
        top: y,
        transform: x < 15 ? 'none' : x > 985 ? 'translateX(-100%)' : 'translateX(-50%)',
        fontSize: 11,
        lineHeight: 1.2,
        fontWeight: mono ? 700 : 500,
        color: faint ? 'text.secondary' : 'text.primary',
        whiteSpace: 'nowrap',
        ...(onOpen
          ? {
              border: 0,
              p: 0,
              background: 'none',
              fontFamily: 'inherit',
              cursor: 'pointer',
              textDecoration: 'underline',
            }
          : { pointerEvents: 'none' }),
      }}
    >
      {children}
    </Typography>
  );
}
