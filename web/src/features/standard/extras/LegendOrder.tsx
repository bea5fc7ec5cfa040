"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { CODE_GROUPS } from "@hemstitch/core/standard/plain";
import { useDraft } from "../draft";

/** In which order legends have their groups, with the legend as it then reads. */
export default function LegendOrder() {
  const { standard, mayEdit, edit } = useDraft();
  const order = [...standard.legendOrder, ...CODE_GROUPS.filter((group) => !standard.legendOrder.includes(group))];
  const move = (index: number, by: number): void => {
    const next = [...order];
    const [group] = next.splice(index, 1);
    if (group !== undefined) next.splice(index + by, 0, group);
    void edit({ of: "facts", facts: { legendOrder: next } });
  };
  return (
    <Box sx={{ maxWidth: 720 }}>
      <Typography variant="body2" color="text.secondary" sx={{ mb: 2 }}>
        Legends on sheets have their groups in this order.
      </Typography>
      {order.map((group, index) => (
        <Box key={group} sx={{ mb: 2 }}>
          <Box sx={{ display: "flex", alignItems: "center", borderBottom: "1px dashed", borderColor: "divider" }}>
            <Typography variant="h2" sx={{ textTransform: "capitalize", flex: 1 }}>
              {group}
            </Typography>
            {mayEdit && (
              <>
                <Button disabled={index === 0} onClick={() => move(index, -1)} aria-label={`Move ${group} up`}>
                  Up
                </Button>
                <Button
                  disabled={index === order.length - 1}
                  onClick={() => move(index, 1)}
                  aria-label={`Move ${group} down`}
                >
                  Down
                </Button>
              </>
            )}
          </Box>
          <Box component="dl" sx={{ m: 0, mt: 0.5, display: "grid", gridTemplateColumns: "80px 1fr", fontSize: 13 }}>
            {standard.codes
              .filter((code) => code.group === group)
              .map((code) => [
                <dt key={`${code.code}t`}>
                  <code>{code.code}</code>
                </dt>,
                <Box component="dd" key={code.code} sx={{ m: 0 }}>
                  {code.meaning}
                </Box>,
              ])}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
