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
      ],
    },
  },
);
