/**
 * A table that on a narrow screen becomes its rows one below the other, so that nothing scrolls out of sight;
 * cells that carry data-of then say what they are of.
 */
export const stackingTable = {
  borderCollapse: 'collapse',
  width: '100%',
  '& td, & th': {
    borderBottom: 1,
    borderColor: 'divider',
    py: 0.5,
    pr: 1,
    textAlign: 'left',
    verticalAlign: 'top',
  },
  '& [data-of]': { whiteSpace: 'nowrap' },
  '@media screen and (max-width: 640px)': {
    '&, & tbody, & tr, & td': { display: 'block' },
    '& thead': { display: 'none' },
    '& tr': { borderTop: 1, borderColor: 'divider', py: 0.75 },
    '& td': { border: 0, p: 0 },
    '& td[data-of]': { display: 'inline-block', mr: 2 },
    '& td[data-of]::before': { content: 'attr(data-of) " "', color: 'text.secondary', fontSize: '0.9em' },
    '& td:empty': { display: 'none' },
  },
} as const;
