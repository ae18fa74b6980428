import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import request from 'supertest';
import { createApp } from './index';

const dist = mkdtempSync(join(tmpdir(), 'dist-'));
mkdirSync(join(dist, 'assets'));
writeFileSync(join(dist, 'index.html'), '<title>Hiraeth</title>');
writeFileSync(join(dist, 'assets', 'a.js'), '1');
const app = createApp({ dist, hosts: ['127.0.0.1', 'localhost'] });

test.each([
  ['/', {}, 200, /Hiraeth/],
  ['/cartridge/deep/link', {}, 200, /Hiraeth/],
  ['/assets/a.js', {}, 200, /1/],
  ['/assets/none.js', {}, 404, /Not found/],
  ['/api/none', {}, 404, /no such service/],
  ['/', { Host: 'evil.example' }, 403, /not served/],
  ['/api/health', { Host: 'localhost:4173', Origin: 'http://evil.example' }, 403, /not served/],
  ['/api/health', { Host: 'localhost:4173', Origin: 'null' }, 403, /not served/],
  ['/api/health', { Host: 'localhost:4173', Origin: 'http://localhost:4173' }, 200, /true/],
  ['/../../package.json', {}, 200, /Hiraeth/],
])('GET %s with %j: %d', async (path, headers, status, body) => {
  const response = await request(app).get(path).set(headers);
  expect(response.status).toBe(status);
  expect(response.text).toMatch(body);
});

test('pages carry a strict policy', async () => {
  const { headers } = await request(app).get('/');
  expect(headers['content-security-policy']).toMatch(/default-src 'self'.*frame-ancestors 'none'/);
  expect(headers['x-powered-by']).toBeUndefined();
});
