import { spawnSync, spawn } from 'node:child_process';
import { existsSync, mkdtempSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import { createApp, makeSimulator } from './index';

const TESTS = '/usr/share/cups/ipptool';
const TOOL = '/usr/bin/ipptool';
const dir = mkdtempSync(join(tmpdir(), 'ipp-'));

/** The print system's own checking tool; installed where it can be, else the test says that it was left out. */
function toolIsHere(): boolean {
  if (existsSync(TOOL)) return true;
  if (process.getuid?.() !== 0) return false;
  spawnSync('apt-get', ['install', '-y', '--no-install-recommends', 'cups-ipp-utils'], {
    stdio: 'ignore',
    timeout: 120_000,
  });
  return existsSync(TOOL);
}

function run(args: readonly string[]): Promise<string> {
  return new Promise((resolve) => {
    let out = '';
    const child = spawn(TOOL, args);
    child.stdout.on('data', (part: Buffer) => (out += part.toString()));
    child.stderr.on('data', (part: Buffer) => (out += part.toString()));
    child.on('close', () => resolve(out));
  });
}

(toolIsHere() ? test : test.skip)(
  'the tool’s own get-printer-attributes and IPP/1.1 tests pass against the simulated printer',
  async () => {
    const server = createServer(
      createApp({
        dist: dir,
        hosts: ['127.0.0.1', 'localhost'],
        simulator: makeSimulator(1, Date.now).router,
      }),
    );
    await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
    const uri = `ipp://127.0.0.1:${(server.address() as AddressInfo).port}/ipp/print`;
    const page = join(dir, 'page.txt');
    writeFileSync(page, 'one page\n');
    const attributes = await run(['-t', uri, join(TESTS, 'get-printer-attributes.test')]);
    const ipp11 = await run(['-t', '-f', page, uri, join(TESTS, 'ipp-1.1.test')]);
    await new Promise((done) => server.close(done));
    // Its exit code may be 0 despite failures: the lines count.
    expect(attributes).toMatch(/\[PASS\]/);
    expect(ipp11.match(/\[PASS\]/g)?.length).toBeGreaterThan(15);
    expect(`${attributes}${ipp11}`).not.toMatch(/\[FAIL\]/);
  },
  150_000,
);
