/**
 * npm run attack: asks the server what an attacker, a full phone or a busy shop would ask. Every route in many spellings as nobody and as each role,
 * bodies that are heavy to judge, spoiled entries of every kind, many large files and two hundred phones at once. `npm test` does a share of it.
 */
import { checkNode, install, tool } from './lib/setup.mjs';

checkNode();
await install();
process.exit(
  tool('jest/bin/jest.js', ['--selectProjects', 'server', '--testPathPattern', 'test/attack/', '--runInBand', '--forceExit'], {
    env: { ...process.env, ELM_MIST_ATTACK: 'whole' },
  }),
);
