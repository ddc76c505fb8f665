import { chromium } from '@playwright/test';
const b = await chromium.launch({ executablePath:'/usr/bin/chromium', args:['--headless','--no-sandbox','--disable-gpu','--disable-background-networking','--disable-sync'] });
const ctx = await b.newContext({ viewport:{width:1280,height:800}, locale:'en-GB' });
const page = await ctx.newPage();
page.on('pageerror', e=>console.log('ERR', e.message)); page.on('console', m=>m.type()==='error'&&console.log('CON', m.text()));
for (const n of ['Petra','Wen']) {
await page.goto('http://127.0.0.1:4711/');
await page.getByLabel('Find').waitFor();
const href = await page.getByRole('region',{name:'Clients'}).getByRole('link',{name:new RegExp('^'+n)}).first().getAttribute('href');
await page.goto('http://127.0.0.1:4711'+href+'/follow');
await page.waitForTimeout(1500);
await page.screenshot({path:`/tmp/f-${n}.png`, fullPage:true});
}
await b.close();
