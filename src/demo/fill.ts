import { fill } from './house';

console.log(fill(new Date()));
