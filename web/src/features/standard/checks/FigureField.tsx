"use client";
import { figureInWords, type DescribedParameter, type DescribedRule } from "@hemstitch/core/standard/plain";
import { useDraft } from "../draft";
import { figure } from "../typed";
import { KeptField } from "./KeptField";

/** How many of the shown unit make one of the kept: shares are shown in per cent. */
const shownPerKept = ({ unit }: DescribedParameter): number => (unit === "share" ? 100 : 1);

const shownUnit = ({ unit }: DescribedParameter): string =>
  unit === "share" ? "%" : unit === "degrees" ? "°" : unit === "mm in the building" ? "mm in the building" : "mm";

/** One figure of a rule; emptied, it is as usual again. */
export function FigureField({ rule, parameter }: { rule: DescribedRule; parameter: DescribedParameter }) {
  const { standard, mayEdit, edit } = useDraft();
  const { name, title, usual, least, most, unit } = parameter;
  const setting = standard.rules[rule.id] ?? {};
  const said = setting.parameters?.[name];
  const factor = shownPerKept(parameter);
  const keep = (text: string): void => {
    const { [name]: _was, ...others } = setting.parameters ?? {};
    const value = text.trim() === "" ? undefined : Number(((figure(text) ?? 0) / factor).toFixed(6));
    const parameters = value === undefined || value === usual ? others : { ...others, [name]: value };
    const { parameters: _all, ...rest } = setting;
    void edit({
      of: "rules",
      rules: { [rule.id]: Object.keys(parameters).length > 0 ? { ...rest, parameters } : rest },
    });
  };
  return (
    <KeptField
      label={`${title}, ${shownUnit(parameter)}`}
      kept={String(Number(((said ?? usual) * factor).toFixed(4)))}
      disabled={!mayEdit}
      hint={said === undefined ? undefined : `usually ${figureInWords(usual, unit)}`}
      problem={(text) => {
        if (text.trim() === "") return undefined;
        const value = figure(text);
        if (value !== undefined && value / factor >= least && value / factor <= most) return undefined;
        return `A figure from ${figureInWords(least, unit)} to ${figureInWords(most, unit)}.`;
      }}
      onKeep={keep}
    />
  );
}
