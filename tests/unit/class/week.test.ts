import { byWeek } from '@/stations/class/when';

test('classes stand in the order of the week that the studio begins with, by hour, those of no day last', () => {
  const at = (name: string, weekday: number | null, time: string | null = null) => ({ name, weekday, time });
  const classes = [
    at('newest, no day', null, '07:00'),
    at('Sunday', 7, '09:00'),
    at('Tuesday late', 2, '18:30'),
    at('older, no day', null),
    at('Tuesday early', 2, '07:15'),
    at('Tuesday, no hour', 2),
    at('Saturday', 6, '10:00'),
  ];
  const order = (firstDay: number) => byWeek(classes, firstDay).map((c) => c.name);
  const tuesday = ['Tuesday, no hour', 'Tuesday early', 'Tuesday late'];
  const noDay = ['newest, no day', 'older, no day'];
  expect(order(1)).toEqual([...tuesday, 'Saturday', 'Sunday', ...noDay]);
  expect(order(7)).toEqual(['Sunday', ...tuesday, 'Saturday', ...noDay]);
  expect(order(6)).toEqual(['Saturday', 'Sunday', ...tuesday, ...noDay]);
});
