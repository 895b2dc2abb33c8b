import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  {
    ignores: [
      '**/dist',
      '**/node_modules',
      '**/bin',
      '**/obj',
      'web/src/app/api/schema.d.ts',
      '.stampo',
      'test-results',
    ],
  },
  tseslint.configs.recommended,
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: hooks.configs.recommended.rules,
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    ignores: ['web/src/app/theme/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        { selector: 'Literal[value=/^#[0-9a-fA-F]{3,8}$/]', message: 'Colours live in app/theme.' },
        {
          selector: 'MemberExpression[property.name="randomUUID"]',
          message: 'Absent over plain HTTP: take newId of shared.',
        },
      ],
    },
  },
  // A step knows the shared rooms and itself; the shared rooms know no step; only its own folder knows a family of plans.
  ...['part', 'brief', 'routes', 'plan', 'bench', 'projects', 'later'].map((step, _, all) => ({
    files: [`web/src/steps/${step}/**/*.{ts,tsx}`],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: `(^|/)steps/|\\.\\./(${all.filter((other) => other !== step).join('|')})/`,
              message: 'A step imports from no other step.',
            },
          ],
        },
      ],
    },
  })),
  {
    files: ['web/src/shared/**/*.{ts,tsx}', 'web/src/library/**/*.{ts,tsx}', 'web/src/shop/**/*.{ts,tsx}'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ regex: '(^|/)steps/', message: 'The shared rooms know no step.' }] },
      ],
    },
  },
  {
    files: [
      'web/src/steps/plan/*.{ts,tsx}',
      'web/src/steps/plan/operations/**/*.{ts,tsx}',
      'web/src/app/**/*.{ts,tsx}',
    ],
    ignores: ['web/src/steps/plan/*.test.*'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ regex: 'families/', message: 'Only its own folder knows a family of plans.' }] },
      ],
    },
  },
);
