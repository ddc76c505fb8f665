/** The head of a table of plain columns. */
export const Columns = ({ names }: { names: readonly string[] }) => (
  <thead className="text-fine text-soft">
    <tr className="border-b border-rule">
      {names.map((name) => (
        <th key={name} className="py-1 pr-4 font-normal">
          {name}
        </th>
      ))}
    </tr>
  </thead>
);
