import { defineConfig } from '@playwright/test';

/** The last list counts: what Playwright switches off, and what follows. */
const OFF = [
  ...['AvoidUnnecessaryBeforeUnloadCheckSync', 'DestroyProfileOnBrowserClose', 'HttpsUpgrades'],
  ...['HttpsFirstBalancedModeAutoEnable', 'LensOverlay', 'MediaRouter', 'PaintHolding', 'AimEnabled'],
  ...['ThirdPartyStoragePartitioning', 'AvoidCorsURLLoaderRestartOnRedirect', 'OptimizationHints'],
  ...['NetworkTimeServiceQuerying', 'PreconnectToSearch'],
  // Two pages of the address bar's own, for each window that a test opens: a second of work that nobody sees.
  ...['WebUIOmniboxPopup', 'WebUIOmniboxAimPopup'],
];
const PORT = Number(process.env.HIRAETH_PORT ?? 4791);

export default defineConfig({
  testDir: 'e2e',
  // Each file has its own profile, and the server keeps nothing between them.
  workers: 2,
  // A machine that is busy with something else may miss a deadline once.
  retries: 1,
  // Generous: what is slow is found by `npm run bench`, never by a deadline that a busy machine misses.
  timeout: 150_000,
  expect: { timeout: 15_000 },
  reporter: [['list'], ['./scripts/lib/playwright-count.mjs']],
  use: {
    actionTimeout: 20_000,
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    serviceWorkers: 'block',
    contextOptions: { reducedMotion: 'reduce' },
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        `--disable-features=${OFF.join()}`,
        // A page that is opened for seconds is not worth compiling twice: a tenth of all the time.
        '--js-flags=--no-opt',
        '--disable-gpu',
        '--disable-dev-shm-usage',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  webServer: {
    command: 'node --import tsx server/src/main.ts',
    url: `http://127.0.0.1:${PORT}/api/health`,
    // Other devices are other browser contexts of this machine.
    env: {
      PORT: String(PORT),
      HIRAETH_ROOM: 'on',
      ROOM_HOST: '127.0.0.1',
      HIRAETH_ROOM_FOLDER: 'test-results/room',
    },
    reuseExistingServer: false,
  },
});
