import { readdirSync } from 'node:fs'

import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import globals from 'globals'
import ts from 'typescript-eslint'

const FEATURES = readdirSync(new URL('./src/features', import.meta.url), { withFileTypes: true })
  .filter((entry) => entry.isDirectory())
  .map((entry) => entry.name)

export default ts.config(
  { ignores: ['dist', 'src/auto-imports.d.ts', 'src/components.d.ts', 'src/shared/api/schema.d.ts'] },
  ...ts.configs.recommendedTypeChecked,
  ...vue.configs['flat/recommended'],
  prettier,
  {
    files: ['src/**/*.{ts,vue}'],
    languageOptions: {
      globals: globals.browser,
      parserOptions: {
        parser: ts.parser,
        project: './tsconfig.json',
        tsconfigRootDir: import.meta.dirname,
        extraFileExtensions: ['.vue'],
      },
    },
    rules: {
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      'no-undef': 'off', // TypeScript knows the auto-imported names
      // It judges a literal by its value, where `1 as number | null` says what else may stand there.
      '@typescript-eslint/no-unnecessary-type-assertion': 'off',
    },
  },
  // A feature knows itself and what is shared; never another feature, never the shell.
  ...FEATURES.map((name) => ({
    files: [`src/features/${name}/**`],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [...FEATURES.filter((f) => f !== name).map((f) => `@/features/${f}/*`), '@/app/*'] },
      ],
    },
  })),
  {
    files: ['src/shared/**'],
    rules: { 'no-restricted-imports': ['error', { patterns: ['@/features/*', '@/app/*'] }] },
  },
)
