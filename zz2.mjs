import fs from 'fs';
const m=JSON.parse(fs.readFileSync('.next/server/server-reference-manifest.json')).node;
const id=Object.entries(m).find(([k,v])=>v.exportedName==='addVisit')[0];
for (const path of ['/','/clients/64532a60-841a-45d6-9d21-32f81f3c9cc9/screen']) {
const r=await fetch('http://localhost:4711'+path,{method:'POST',headers:{'next-action':id,accept:'text/x-component','content-type':'text/plain;charset=UTF-8',origin:'http://localhost:4711'},body:JSON.stringify([{who:'x',startAt:'2027-01-04T10:00:00.000Z',lengthMin:45}])});
console.log(r.status,[...r.headers].filter(h=>/action|redirect|content-type/.test(h[0])),(await r.text()).slice(0,300));}
