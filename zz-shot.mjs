import { chromium } from '@playwright/test';
const b = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: ['--headless', '--no-sandbox', '--disable-gpu'] });
const p = await b.newPage({ viewport: { width: 1280, height: 800 } });
await p.goto(process.argv[2] ?? 'file:///tmp/fig.html');
await p.waitForTimeout(300);
await p.screenshot({ path: process.argv[3] ?? '/tmp/fig.png' });
await b.close();
