import prettier from 'eslint-config-prettier'
import withNuxt from './.nuxt/eslint.config.mjs'

// Prettier alone decides the layout; ESLint looks for faults.
export default withNuxt(
  {
    ignores: ['.output/**', '.build/**', '.data/**', 'test-results/**', 'docs/**', 'server/db/migrations/**'],
  },
  prettier,
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
    },
  },
)
