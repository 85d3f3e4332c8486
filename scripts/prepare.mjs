/*
 * Runs before start, test, dev and bench with nothing but Node: installs packages when package-lock.json, the platform or
 * Node changed since the last install, installs Debian packages that the tests need (as root), and builds what changed.
 * Says what it does on stderr only.
 */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { hashOf } from './hash.mjs';

const root = join(import.meta.dirname, '..');
const purpose = process.argv[2] ?? 'start';
const say = (text) => process.stderr.write(`${text}\n`);

/** Whether a command could be run to a good end. */
function runs(command, args, env = {}) {
  const { status } = spawnSync(command, args, { cwd: root, stdio: ['ignore', 2, 2], env: { ...process.env, ...env } });
  return status === 0;
}

function run(command, args, env = {}) {
  if (!runs(command, args, env)) {
    say(`${command} ${args.join(' ')} failed.`);
    process.exit(1);
  }
}

function isStamped(stamp, value) {
  return existsSync(stamp) && readFileSync(stamp, 'utf8') === value;
}

function installPackages() {
  const lock = readFileSync(join(root, 'package-lock.json'));
  const value = hashOf([lock, process.platform, process.arch, process.versions.modules]);
  const stamp = join(root, 'node_modules', '.golden-ladder-install');
  if (!isStamped(stamp, value)) {
    say('Installing packages …');
    run('npm', ['ci', '--include=dev', '--no-audit', '--no-fund', '--loglevel=error']);
    writeFileSync(stamp, value);
  }
}

const DEBIAN_PACKAGES = [
  { name: 'chromium', file: '/usr/bin/chromium' },
  // The same without windows of its own, which the browser's tests take where it is there: it costs less.
  { name: 'chromium-headless-shell', file: '/usr/bin/chromium-headless-shell', isOptional: true },
  { name: 'lilypond', file: '/usr/bin/lilypond' },
  { name: 'poppler-utils', file: '/usr/bin/pdftotext' },
  { name: 'qpdf', file: '/usr/bin/qpdf' },
  { name: 'python3-mido', file: '/usr/lib/python3/dist-packages/mido/__init__.py' },
];

function installDebianPackages() {
  const absent = DEBIAN_PACKAGES.filter(({ file }) => !existsSync(file));
  const missing = absent.filter(({ isOptional }) => isOptional !== true).map(({ name }) => name);
  const wished = absent.filter(({ isOptional }) => isOptional === true).map(({ name }) => name);
  if (absent.length === 0) {
    return;
  }
  const isRoot = process.getuid?.() === 0;
  if (!isRoot || !existsSync('/usr/bin/apt-get')) {
    if (missing.length > 0) {
      say(
        `The tests need: ${missing.join(', ')}. Install them first (on Debian: apt-get install ${missing.join(' ')}).`,
      );
    }
    if (missing.includes('chromium')) {
      process.exit(1);
    }
    return;
  }
  say(`Installing ${[...missing, ...wished].join(', ')} …`);
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  const install = ['install', '-y', '-qq', '--no-install-recommends'];
  run('apt-get', ['update', '-qq'], env);
  if (missing.length > 0) {
    run('apt-get', [...install, ...missing], env);
  }
  if (wished.length > 0 && !runs('apt-get', [...install, ...wished], env)) {
    say(`Without ${wished.join(', ')} the tests take longer.`);
  }
}

function listFiles(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? listFiles(path) : [path];
  });
}

const BUILD_SCRIPTS = ['scripts/build.mjs', 'scripts/bundle.mjs', 'scripts/template.mjs'];

/** Builds when any file that goes into the build has changed. */
function build() {
  const inputs = [
    ...listFiles(join(root, 'src')).filter((file) => !/\.test\.tsx?$/.test(file) && !file.includes('test-support')),
    ...['package-lock.json', 'vite.config.ts', 'index.html', ...BUILD_SCRIPTS].map((file) => join(root, file)),
  ].filter((file) => statSync(file).isFile());
  const value = hashOf(inputs.flatMap((file) => [file.slice(root.length), readFileSync(file)]));
  const stamp = join(root, 'dist', '.golden-ladder-build');
  if (!isStamped(stamp, value)) {
    say('Building …');
    run('node', ['scripts/build.mjs']);
    mkdirSync(join(root, 'dist'), { recursive: true });
    writeFileSync(stamp, value);
  }
}

installPackages();
if (purpose === 'test' || purpose === 'bench') {
  installDebianPackages();
}
if (purpose === 'start' || purpose === 'bench' || purpose === 'build') {
  build();
}
