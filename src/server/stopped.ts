import { sql, type SQL } from 'drizzle-orm';

const DATA = sql.raw(`iif(json_valid(screens.data), screens.data, '{}')`);

/** How many things stop everything with the client of a row, as `stopsOf` in core counts them, without reading the file. */
export const stopsOfRow = (clientId: SQL): SQL<number> =>
  sql<number>`coalesce((select
    (select count(*) from json_each(${DATA}, '$.redFlags') as r where json_extract(r.value, '$.action') is null)
    + (case when json_extract(${DATA}, '$.answers.bleeding') = 1
        and not exists (select 1 from json_each(${DATA}, '$.redFlags') as b where json_extract(b.value, '$.flag') = 'bleedingOrFluid')
      then 1 else 0 end)
    from screens where screens.client_id = ${clientId}), 0)`;
