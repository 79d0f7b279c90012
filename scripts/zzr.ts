import { judge } from "../src/core/diagnosis/diagnose";
import { decide } from "../src/core/diagnosis/decide/decide";
import { drawTest } from "../src/core/diagnosis/learn/draw-test";
import { readAs } from "../src/core/diagnosis/learn/read-as";
import { seededNoise } from "../src/core/maths/noise";
import { decisionWords } from "../src/words/decision";
import { outcomeSentence, testSentence, vehicleWording } from "../src/words/diagnosis";
import { metricFigures } from "../src/core/units/figures";
import { rowWords, quantityNames, quantityNumber, quantityLabel } from "../src/words/reasons";
import "./zzl";
const noise = seededNoise(Number(process.argv[2] ?? 5));
for (let n = 0; n < Number(process.argv[3] ?? 8); ) {
  const t = drawTest(noise); if (!t) continue; n++;
  const r = readAs(t, noise);
  const v = judge(r); const d = decide(v); const w = { refrigerant: r.vehicle.refrigerant, altitudeM: r.conditions.altitudeM ?? 0, figures: metricFigures, ...vehicleWording(r.vehicle) };
  console.log("\n##", n, t.label.metering, t.label.compressor, t.conditions.ambientC.toFixed(0), "C truth", JSON.stringify(t.faults.map((f) => [f.cause, f.severity.toFixed(2)])), "->", v.causes.slice(0, 3).map((c) => `${c.cause} ${(100 * c.probability).toFixed(0)}`).join(", "));
  console.log("  HEAD", decisionWords(d, w).sentence, d.test ? `[${testSentence(d.test, w)}]` : "");
  const test = v.nextTests.find((x) => x.test === d.test); for (const o of test?.outcomes ?? []) console.log("    ", outcomeSentence(o, w));
  for (const row of v.evidence.filter((x) => x.says !== "neutral" || ["subcooling", "liquid", "superheat", "suction", "condenserSplit", "airDrop", "low", "staticPressure"].includes(x.quantity))) console.log("  ", row.says.padEnd(11), quantityNames[row.quantity].padEnd(20), row.rpm ?? "", quantityNumber(row.quantity, row.value, metricFigures), quantityLabel(row.quantity, metricFigures), row.expected ? `exp ${row.expected.low.toFixed(0)}..${row.expected.high.toFixed(0)}` : "", "|", rowWords(row, v.causes[0]!.cause));
  for (const warning of v.warnings) console.log("   !", warning.code);
}
