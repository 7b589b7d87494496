import { transformSync } from '@babel/core';
import { join } from 'node:path';
import directNames from './directNames.cjs';

const compiled = (code: string, file: string) =>
  transformSync(code, {
    filename: join(__dirname, '..', file),
    configFile: false,
    babelrc: false,
    plugins: [directNames],
    parserOpts: { plugins: ['typescript', 'jsx'] },
  })?.code ?? '';

test('a name is imported from the file that has it, through every index on the way; types and other imports stay as they are', () => {
  const code = compiled(
    `import { Act, type InkName } from '@/ui';\nimport { planCoil as plan } from '@elm-mist/core/method';\nimport { useState } from 'react';\nexport const used = [Act, plan, useState];`,
    'src/features/plan/Some.tsx',
  );
  expect(code).toContain(`from "../../ui/button"`);
  expect(code).toContain(`import { planCoil as plan } from "../../../../core/src/method/planCoil"`);
  expect(code).toContain(`import { type InkName } from '@/ui'`);
  expect(code).toContain(`from 'react'`);
});
