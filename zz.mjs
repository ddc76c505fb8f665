import { chromium } from '@playwright/test';
const b = await chromium.launch({executablePath:'/usr/bin/chromium',args:['--no-sandbox','--headless']});
const c = await b.newContext({viewport:{width:1280,height:800}, baseURL:'http://localhost:4711'});
const p = await c.newPage();
p.on('console',m=>{if(m.type()==='error')console.log('C',m.text().slice(0,300))}); p.on('pageerror',e=>console.log('E',e.message.slice(0,300)));
await p.goto('/people'); await p.screenshot({path:'/tmp/s1.png'});
await p.getByLabel('Your name, as others').fill('Mara Quill');
await p.getByLabel('Name to sign in by').fill('mara');
await p.getByLabel('Password, 10').fill('a pier a boat a rope');
await p.getByRole('button',{name:'Make the owner'}).click();
await p.getByRole('heading',{name:/Codes for/}).waitFor(); await p.screenshot({path:'/tmp/s2.png'});
await p.getByRole('button',{name:/put away/}).click();
await p.getByRole('heading',{name:'Sign in'}).waitFor(); await p.screenshot({path:'/tmp/s3.png'});
await p.getByLabel('Name to sign in by').fill('mara');
await p.getByLabel('Password').fill('wrong wrong');
await p.getByRole('button',{name:'Sign in'}).click();
await p.getByText('That is not right').waitFor();
await p.getByLabel('Password').fill('a pier a boat a rope');
await p.getByRole('button',{name:'Sign in'}).click();
await p.getByRole('heading',{name:'Another account'}).waitFor({timeout:8000}).catch(e=>console.log('no'));
await p.screenshot({path:'/tmp/s4.png'});
for (const [n,u,r] of [['Ilse Wren','ilse','instructor'],['Tam Oke','tam','assistant']]) {
 await p.getByLabel('Name',{exact:true}).fill(n); await p.getByLabel('Name to sign in by').fill(u); await p.getByLabel('First password').fill('a hill a cart a drum'); await p.getByLabel('Role').selectOption(r); await p.getByRole('button',{name:'Add',exact:true}).click(); await p.getByRole('button',{name:'They have them'}).click();
 await p.getByText(`“${u}”`).waitFor();
}
await p.screenshot({path:'/tmp/s5.png'});
await c.storageState({path:'/tmp/mara.json'});
console.log(p.url());
await b.close();
