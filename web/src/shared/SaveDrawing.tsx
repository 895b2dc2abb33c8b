import { Button } from '@mui/material';
import { drawn, pictured, save } from './saveDrawing';

/** Saves the drawing inside an element as it is seen, as SVG or PNG. */
export function SaveDrawing({ of, name }: { of: React.RefObject<HTMLElement | null>; name: string }) {
  const svg = () => {
    const found = of.current?.querySelector('svg');
    return found ? drawn(found) : null;
  };
  return (
    <span>
      <Button
        aria-label={`Save the ${name} drawing as SVG`}
        onClick={() => {
          const text = svg();
          if (text) save(`${name}.svg`, new Blob([text], { type: 'image/svg+xml' }));
        }}
      >
        SVG
      </Button>
      <Button
        aria-label={`Save the ${name} drawing as PNG`}
        onClick={() => {
          const text = svg();
          if (text) void pictured(text).then((picture) => save(`${name}.png`, picture));
        }}
      >
        PNG
      </Button>
    </span>
  );
}
