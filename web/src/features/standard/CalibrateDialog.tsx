"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Slider from "@mui/material/Slider";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { USUAL_PER_MM } from "./screen-scale";

/** A bank card is 85.60 mm wide (ISO/IEC 7810, ID-1). */
const CARD_MM = 85.6;
const CARD_HEIGHT_MM = 53.98;

/** Makes a millimetre a millimetre on this screen: an outline is fitted to a bank card held against it. */
export default function CalibrateDialog({
  perMm,
  onDone,
  onClose,
}: {
  perMm: number;
  onDone: (perMm: number) => void;
  onClose: () => void;
}) {
  const [value, setValue] = useState(perMm);
  return (
    <Dialog open onClose={onClose} maxWidth="md">
      <DialogTitle>Fit specimens to this screen</DialogTitle>
      <DialogContent>
        <Typography variant="body2" sx={{ mb: 2, maxWidth: 520 }}>
          Hold a bank card against the outline and move the slider until both are of one size. This is kept in this
          browser for this screen.
        </Typography>
        <Box
          sx={{
            width: CARD_MM * value,
            height: CARD_HEIGHT_MM * value,
            border: "2px dashed",
            borderColor: "secondary.main",
            borderRadius: `${3.18 * value}px`,
            mb: 2,
          }}
        />
        <Slider
          aria-label="Size of the outline"
          value={value}
          min={2}
          max={9}
          step={0.005}
          shiftStep={0.25}
          onChange={(_event, next) => setValue(next as number)}
        />
        <Typography variant="caption" color="text.secondary">
          {value.toFixed(2)} pixels a millimetre
        </Typography>
      </DialogContent>
      <DialogActions>
        <Button onClick={() => setValue(USUAL_PER_MM)}>The usual size</Button>
        <Box sx={{ flex: 1 }} />
        <Button onClick={onClose}>Cancel</Button>
        <Button
          variant="contained"
          onClick={() => {
            onDone(value);
            onClose();
          }}
        >
          Keep
        </Button>
      </DialogActions>
    </Dialog>
  );
}
