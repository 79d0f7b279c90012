import * as Comlink from "comlink";
import { drillService } from "./drill-service";
import { learnedHere } from "./learned-here";

Comlink.expose(drillService(learnedHere));
