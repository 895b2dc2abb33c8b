import { Box, Button, TextField, Typography } from '@mui/material';
import type { Ladder, LadderAnswer } from '../../../app/api/types';
import { number } from '../../../shared/format';

export interface RungsProps {
  answer: LadderAnswer;
  ladder: Ladder;
  put: (part: Partial<Ladder>) => void;
  inBrief: (shoreA: number) => boolean;
  onChoose: (rung: LadderAnswer['rungs'][number]) => void;
}

/** The hardnesses to pour, with what was felt of each. */
export function Rungs({ answer, ladder, put, inBrief, onChoose }: RungsProps) {
  const feel = (materialId: string, words: string) =>
    put({
      tried: [...ladder.tried.filter((t) => t.materialId !== materialId), ...(words ? [{ materialId, words }] : [])],
    });
  return (
    <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
      {answer.rungs.map((rung) => {
        const chosen = ladder.chosenMaterialId === rung.materialId;
        return (
          <Box
            component="li"
            key={rung.materialId}
            sx={{
              borderTop: 1,
              borderColor: 'divider',
              py: 1,
              display: 'flex',
              gap: 2,
              flexWrap: 'wrap',
              alignItems: 'center',
            }}
          >
            <Typography sx={{ width: 52, fontSize: 20, fontWeight: 640 }}>{number(rung.shoreA)}A</Typography>
            <Box sx={{ flex: 1, minWidth: 220 }}>
              <Typography>{rung.name}</Typography>
              <Typography variant="body2" color="textSecondary">
                {number(rung.modulusMpa)} MPa · A {number(rung.partAG)} g with {number(rung.tintG)} g of {rung.tint}{' '}
                paste + B {number(rung.partBG)} g · pour within {number(rung.potLifeMin)} min · out after{' '}
                {number(rung.demoldH)} h
              </Typography>
            </Box>
            <TextField
              label={`Felt at ${number(rung.shoreA)}A`}
              defaultValue={ladder.tried.find((t) => t.materialId === rung.materialId)?.words ?? ''}
              onChange={(event) => feel(rung.materialId, event.target.value)}
              sx={{ width: 230 }}
              slotProps={{ htmlInput: { maxLength: 400 } }}
            />
            <Button variant={chosen ? 'contained' : 'outlined'} aria-pressed={chosen} onClick={() => onChoose(rung)}>
              {chosen && inBrief(rung.shoreA) ? 'In the brief' : `Choose ${number(rung.shoreA)}A`}
            </Button>
          </Box>
        );
      })}
    </Box>
  );
}
