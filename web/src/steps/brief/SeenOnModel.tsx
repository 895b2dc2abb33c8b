import { Box, Button, Link, MenuItem, TextField, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import { useFormContext, useWatch } from 'react-hook-form';
import { Link as RouterLink, useParams } from 'react-router';
import type { Brief, PartChange, ShapeFigures } from '../../app/api/types';
import { FormCheck } from '../../shared/formFields';
import { number, word } from '../../shared/format';
import { NumberField } from '../../shared/NumberField';
import { useStep } from '../../shared/useStep';
import { partApi } from '../../shared/part/partApi';
import { studyQuery } from '../../shared/part/useStudy';
import { found, type Seen } from './seen';

type Declared = PartChange['declared'];

/** What the mesh shows, a row each: taken as seen, put right, or refused. What a person says goes before the mesh, here and on the Part page alike. */
export function SeenOnModel() {
  const { projectId = '' } = useParams();
  const figures = useQuery(studyQuery(projectId)).data?.figures;
  const part = useStep(['part', projectId], partApi(projectId));
  const declared = part.document?.value.declared;
  if (!figures || !declared)
    return (
      <>
        <Typography color="textSecondary">
          What the model shows stands on{' '}
          <Link component={RouterLink} to={`/projects/${projectId}/part`}>
            Part
          </Link>
          .
        </Typography>
        <FormCheck<Brief> name="lettering" label="Lettering" />
      </>
    );
  const say = (seen: Seen, change: Partial<Declared>, agree: boolean) =>
    part.change((now) => {
      const others = now.declared.agreed.filter((a) => a !== seen);
      return { ...now, declared: { ...now.declared, ...change, agreed: agree ? [...others, seen] : others } };
    });
  return (
    <>
      <Box component="ul" aria-label="Seen on the model" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        <Undercuts figures={figures} declared={declared} say={say} />
        <SlenderHoles figures={figures} declared={declared} say={say} />
        <Walls figures={figures} declared={declared} say={say} />
        <Lettering figures={figures} declared={declared} say={say} />
      </Box>
      {part.problem && <Typography color="error">{part.problem.message}</Typography>}
    </>
  );
}

interface RowProps {
  figures: ShapeFigures;
  declared: Declared;
  say: (seen: Seen, change: Partial<Declared>, agree: boolean) => void;
}

function Undercuts({ figures, declared, say }: RowProps) {
  return (
    <Row
      name="Undercuts"
      look="undercut"
      found={found.undercut(figures)}
      said={declared.undercut === null ? null : declared.undercut === 'none' ? 'none to mold' : word(declared.undercut)}
      agreed={declared.agreed.includes('undercut')}
      onAgree={() => say('undercut', { undercut: null }, true)}
      onForget={() => say('undercut', { undercut: null }, false)}
    >
      <Button onClick={() => say('undercut', { undercut: 'none' }, false)}>None to mold</Button>
      <TextField
        select
        label="They are"
        value={declared.undercut ?? ''}
        onChange={(event) => say('undercut', { undercut: event.target.value as 'mild' }, false)}
        sx={{ width: 130 }}
      >
        {['mild', 'strong'].map((grade) => (
          <MenuItem key={grade} value={grade}>
            {word(grade)}
          </MenuItem>
        ))}
      </TextField>
    </Row>
  );
}

function SlenderHoles({ figures, declared, say }: RowProps) {
  return (
    <Row
      name="Slender holes"
      look="plain"
      found={found.slenderHoles(figures)}
      said={
        declared.slenderHoles === null
          ? null
          : declared.slenderHoles === 0
            ? 'none to mold'
            : `${declared.slenderHoles}`
      }
      agreed={declared.agreed.includes('slenderHoles')}
      onAgree={() => say('slenderHoles', { slenderHoles: null }, true)}
      onForget={() => say('slenderHoles', { slenderHoles: null }, false)}
    >
      <Button onClick={() => say('slenderHoles', { slenderHoles: 0 }, false)}>Drilled afterwards</Button>
      <NumberField
        label="How many to mold"
        unit=""
        whole
        optional
        min={0}
        max={10_000}
        width={140}
        value={declared.slenderHoles}
        onChange={(slenderHoles) => say('slenderHoles', { slenderHoles }, false)}
      />
    </Row>
  );
}

function Walls({ figures, declared, say }: RowProps) {
  const wall = figures.wallMm;
  return (
    <Row
      name="Walls"
      look="ball"
      found={found.walls(figures)}
      said={declared.thinnestWallMm === null ? null : `${number(declared.thinnestWallMm)} mm at the thinnest`}
      agreed={declared.agreed.includes('walls')}
      onAgree={() => say('walls', { thinnestWallMm: null }, true)}
      onForget={() => say('walls', { thinnestWallMm: null }, false)}
    >
      {wall && (
        <Button onClick={() => say('walls', { thinnestWallMm: declared.nominalWallMm ?? wall.median }, false)}>
          An edge, no wall: take {number(declared.nominalWallMm ?? wall.median)} mm
        </Button>
      )}
      <NumberField
        label="Thinnest wall"
        unit="mm"
        optional
        min={0.02}
        max={500}
        width={130}
        value={declared.thinnestWallMm}
        onChange={(thinnestWallMm) => say('walls', { thinnestWallMm }, false)}
      />
    </Row>
  );
}

/** Whether it is molded in is the brief's own; that it was looked at is kept with the rest. */
function Lettering({ figures, declared, say }: RowProps) {
  const { control, setValue } = useFormContext<Brief>();
  const lettering = useWatch({ control, name: 'lettering' });
  const seen = (figures.marks?.count ?? 0) > 0;
  const agreed = declared.agreed.includes('lettering');
  const put = (molded: boolean) => {
    setValue('lettering', molded);
    say('lettering', {}, true);
  };
  return (
    <Row
      name="Lettering"
      look="plain"
      found={found.lettering(figures)}
      said={agreed || lettering !== seen ? (lettering ? 'molded in' : 'none to mold') : null}
      agreed={false}
      onAgree={() => put(seen)}
      onForget={() => {
        setValue('lettering', seen);
        say('lettering', {}, false);
      }}
    >
      <Button onClick={() => put(true)}>Molded in</Button>
      <Button onClick={() => put(false)}>None to mold</Button>
    </Row>
  );
}

function Row({
  name,
  look,
  found: { says, none },
  said,
  agreed,
  onAgree,
  onForget,
  children,
}: {
  name: string;
  /** Of the Part page, to look at it. */
  look: string;
  found: { says: string; none: boolean };
  /** What a person says in place of it. */
  said: string | null;
  agreed: boolean;
  onAgree: () => void;
  onForget: () => void;
  children: ReactNode;
}) {
  const { projectId = '' } = useParams();
  const [open, setOpen] = useState(false);
  const settled = agreed || said !== null;
  const of = name.toLowerCase();
  return (
    <Box component="li" sx={{ borderBottom: 1, borderColor: 'divider', py: 0.5 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1, flexWrap: 'wrap' }}>
        <Link
          component={RouterLink}
          to={`/projects/${projectId}/part${look === 'plain' ? '' : `?look=${look}`}`}
          sx={{ width: 104 }}
        >
          {name}
        </Link>
        <Typography
          variant="body2"
          color={none || said !== null ? 'textSecondary' : undefined}
          sx={{ flex: 1, minWidth: 160 }}
        >
          {says}
        </Typography>
        {settled ? (
          <>
            <Typography variant="body2">{said === null ? 'taken as seen' : `you say: ${said}`}</Typography>
            <Button onClick={onForget} aria-label={`Ask again about ${of}`}>
              Ask again
            </Button>
          </>
        ) : (
          <>
            {!none && (
              <Button onClick={onAgree} aria-label={`Take ${of} as seen`}>
                As seen
              </Button>
            )}
            <Button
              color="inherit"
              onClick={() => setOpen(!open)}
              aria-expanded={open}
              aria-label={`Say otherwise about ${of}`}
            >
              Otherwise
            </Button>
          </>
        )}
      </Box>
      {open && !settled && (
        <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap', py: 1 }}>{children}</Box>
      )}
    </Box>
  );
}
