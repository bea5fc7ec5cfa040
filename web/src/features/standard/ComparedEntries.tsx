import Box from "@mui/material/Box";
import { inWords, PROPERTIES, valueAt, type Entry, type ListName, type Property } from "@hemstitch/core/standard/plain";

const same = (property: Property, a: Entry, b: Entry): boolean =>
  JSON.stringify(valueAt(a, property.path)) === JSON.stringify(valueAt(b, property.path));

/** Properties in which two entries differ; those that say something where there is only one. */
export const differing = (list: ListName, entry: Entry, from: Entry | undefined): Property[] =>
  PROPERTIES[list].filter((property) =>
    from ? !same(property, from, entry) : inWords(valueAt(entry, property.path), property) !== "nothing",
  );

/** Some properties of entries side by side, in words. */
export function ComparedEntries({
  properties,
  columns,
}: {
  properties: readonly Property[];
  columns: readonly { readonly title: string; readonly entry: Entry }[];
}) {
  return (
    <Box
      component="table"
      sx={{
        borderCollapse: "collapse",
        fontSize: 13,
        "& th, & td": {
          textAlign: "left",
          verticalAlign: "top",
          pr: 3,
          py: 0.4,
          fontWeight: 400,
          overflowWrap: "anywhere",
          borderBottom: "1px solid",
          borderColor: "divider",
        },
        "& thead th": { color: "text.secondary" },
      }}
    >
      <thead>
        <tr>
          <td />
          {columns.map(({ title }) => (
            <th key={title} scope="col">
              {title}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {properties.map((property) => (
          <tr key={property.path}>
            <th scope="row">{property.title}</th>
            {columns.map(({ title, entry }) => (
              <td key={title}>{inWords(valueAt(entry, property.path), property)}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
