"use client";
import { useColorScheme } from "@mui/material/styles";
import { BarElement, CategoryScale, Chart, Legend, LinearScale, Tooltip } from "chart.js";
import { Bar } from "react-chartjs-2";
import { UI_FONT } from "../shell/theme";

Chart.register(BarElement, CategoryScale, LinearScale, Tooltip, Legend);

interface Props {
  readonly label: string;
  readonly rows: readonly string[];
  readonly series: readonly { readonly name: string; readonly colour: string; readonly values: readonly number[] }[];
}

/** Lying bars, one a row, in parts. The table beside it says the same in figures. */
export default function BarChart({ label, rows, series }: Props) {
  const { mode, systemMode } = useColorScheme();
  const ink = (mode === "system" ? systemMode : mode) === "dark" ? "#E8E4DA" : "#1B2A41";
  return (
    <div style={{ height: 56 + rows.length * 40 }}>
      <Bar
        aria-label={label}
        data={{
          labels: [...rows],
          datasets: series.map(({ name, colour, values }) => ({
            label: name,
            data: [...values],
            backgroundColor: colour,
            barThickness: 18,
          })),
        }}
        options={{
          indexAxis: "y",
          maintainAspectRatio: false,
          animation: false,
          plugins: {
            legend: {
              position: "bottom",
              labels: { boxWidth: 10, boxHeight: 10, color: ink, font: { family: UI_FONT, size: 12 } },
            },
          },
          scales: {
            x: {
              stacked: true,
              ticks: { precision: 0, color: ink, font: { family: UI_FONT } },
              grid: { display: false },
            },
            y: { stacked: true, ticks: { color: ink, font: { family: UI_FONT, size: 12 } }, grid: { display: false } },
          },
        }}
      />
    </div>
  );
}
