import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['src/api/schema.d.ts'] },
  ...tseslint.configs.recommended,
  hooks.configs.flat.recommended,
  {
    // Moments are told in the practice's zone, by parts/spoken alone.
    files: ['src/**'],
    ignores: ['src/parts/spoken.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        ...['toLocaleString', 'toLocaleDateString', 'toLocaleTimeString'].map((property) => ({
          property,
          message: 'Say times with the functions of parts/spoken.',
        })),
      ],
    },
  },
  {
    // A key pressed as soon as its page is seen must be heard: such a listener is there with the page, not after it.
    files: ['src/**'],
    ignores: ['src/shell/keys.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'CallExpression[callee.property.name="addEventListener"][arguments.0.value=/^key/]',
          message: 'Hear keys with useHeard.',
        },
      ],
    },
  },
  {
    // How long a test waits is said once, in src/test/setup.ts.
    files: ['src/**/*.test.{ts,tsx}'],
    rules: {
      'no-restricted-syntax': [
        'error',
        { selector: 'Property[key.name="timeout"]', message: 'How long a test waits is said in src/test/setup.ts.' },
      ],
    },
  },
  { rules: { 'no-console': 'error', eqeqeq: ['error', 'always', { null: 'ignore' }] } },
);
