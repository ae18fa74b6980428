// Brings a fresh machine to where `npm start` and `npm test` can run. Node built-ins only: nothing is installed yet.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const args = new Set(process.argv.slice(2));

function run(command, argv, what) {
  const result = spawnSync(command, argv, { cwd: root, stdio: 'inherit' });
  if (result.status !== 0) {
    console.error(`\n${what} did not work (${result.error?.message ?? `exit ${result.status}`}).`);
    process.exit(1);
  }
}

const npm = process.env.npm_execpath ? [process.execPath, [process.env.npm_execpath]] : ['npm', []];
const hash = createHash('sha256')
  .update(readFileSync(join(root, 'package-lock.json')))
  .digest('hex');
const stamp = join(root, 'node_modules', '.hiraeth-stamp');
if (!existsSync(stamp) || readFileSync(stamp, 'utf8') !== hash) {
  console.log('Installing what the lockfile names …');
  run(npm[0], [...npm[1], 'ci', '--no-audit', '--no-fund'], 'npm ci');
  writeFileSync(stamp, hash);
}

function newest(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return readdirSync(path)
    .filter((name) => name !== 'dist' && name !== 'node_modules')
    .reduce((latest, name) => Math.max(latest, newest(join(path, name))), 0);
}

if (args.has('--build')) {
  const built = join(root, 'web', 'dist', 'index.html');
  const sources = ['core/src', 'rig/src', 'demo/src', 'web', 'package-lock.json'].reduce(
    (latest, path) => Math.max(latest, newest(join(root, path))),
    0,
  );
  if (!existsSync(built) || statSync(built).mtimeMs < sources) {
    console.log('Building the application …');
    run(
      process.execPath,
      [join(root, 'node_modules', 'vite', 'bin', 'vite.js'), 'build', 'web', '--logLevel', 'warn'],
      'The build',
    );
  }
}

// The command line, built: it starts without TypeScript.
if (args.has('--build')) {
  const command = join(root, 'cli', 'dist', 'hiraeth.mjs');
  const sources = ['core/src', 'cli/src', 'cli/vite.config.mjs', 'package-lock.json'].reduce(
    (latest, path) => Math.max(latest, newest(join(root, path))),
    0,
  );
  if (!existsSync(command) || statSync(command).mtimeMs < sources) {
    run(
      process.execPath,
      [join(root, 'node_modules', 'vite', 'bin', 'vite.js'), 'build', 'cli', '--logLevel', 'warn'],
      'The build of the command line',
    );
  }
}

if (args.has('--browser') && !existsSync('/usr/bin/chromium')) {
  console.log("Installing Debian's Chromium for the end-to-end tests …");
  const sudo = process.getuid?.() === 0 ? [] : ['sudo', '-n'];
  const apt = (...argv) =>
    spawnSync([...sudo, 'apt-get'][0], [...sudo, 'apt-get', ...argv].slice(1), {
      stdio: 'inherit',
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    }).status === 0;
  if (
    !apt('update') ||
    !apt('install', '-y', '--no-install-recommends', 'chromium') ||
    !existsSync('/usr/bin/chromium')
  ) {
    console.error(
      '\nThe end-to-end tests need Chromium at /usr/bin/chromium and it could not be installed. Install it (Debian: apt-get install chromium), then run npm test again.',
    );
    process.exit(1);
  }
}
mkdirSync(join(root, 'test-results'), { recursive: true });
