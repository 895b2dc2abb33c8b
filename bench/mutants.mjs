// Puts one wrong rule at a time into a copy of the core and sees whether the tests of its room notice: mutants.json says what and where.
import { execFileSync, spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const copy = join(root, '.stampo/mutants');
const LONGEST_MS = 300_000;
const mutants = JSON.parse(readFileSync(join(root, 'bench/mutants.json'), 'utf8'));

rmSync(copy, { recursive: true, force: true });
const files = execFileSync(
  'git',
  ['ls-files', '-co', '--exclude-standard', 'src', 'tests', 'demo', 'bench', '*.props', '*.json', '.editorconfig'],
  { cwd: root },
)
  .toString()
  .trim()
  .split('\n');
for (const file of files) {
  mkdirSync(dirname(join(copy, file)), { recursive: true });
  cpSync(join(root, file), join(copy, file));
}

/** Whether the tests named pass in the copy as it stands; one that does not build is no mutant. */
function passes({ suite, tests }) {
  const project = `tests/Stampo.${suite}.Tests`;
  const built = spawnSync('dotnet', ['build', project, '-c', 'Release', '-v', 'q', '-p:RunAnalyzers=false'], {
    cwd: copy,
  });
  if (built.status !== 0) throw new Error(`${suite} does not build:\n${String(built.stdout).slice(-2000)}`);
  const room = tests.endsWith('Tests') ? ['-class', tests] : ['-namespace', `${tests}*`];
  const filter = [room[0], `Stampo.${suite}.Tests.${room[1]}`];
  const run = spawnSync(
    'dotnet',
    ['run', '--no-build', '-c', 'Release', '--project', project, '--', '-noColor', '-noLogo', ...filter],
    {
      cwd: copy,
      timeout: LONGEST_MS,
    },
  );
  const [, total, errors, failed] = /Total: (\d+), Errors: (\d+), Failed: (\d+)/.exec(String(run.stdout)) ?? [];
  if (total === '0') throw new Error(`${tests} has no test`);
  return run.status === 0 && errors === '0' && failed === '0';
}

let caught = 0;
for (const mutant of mutants) {
  const file = join(copy, mutant.file);
  const right = readFileSync(file, 'utf8');
  if (right.split(mutant.of).length !== 2) throw new Error(`${mutant.file} has “${mutant.of}” not once`);
  writeFileSync(
    file,
    right.replace(mutant.of, () => mutant.put),
  );
  const survived = passes(mutant);
  writeFileSync(file, right);
  if (!survived) caught++;
  console.log(`${survived ? 'SURVIVED' : 'caught  '}  ${mutant.rule}`);
}
// Without any of them the same tests pass: what caught them was the wrong rule.
const rooms = new Map(mutants.map(({ suite, tests }) => [suite + tests, { suite, tests }]));
const sound = [...rooms.values()].every(passes);
console.log(
  `${caught} of ${mutants.length} mutants caught${sound ? '' : '; but some of these tests fail without any'}`,
);
rmSync(copy, { recursive: true, force: true });
process.exitCode = sound ? 0 : 1;
