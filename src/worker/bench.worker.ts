import * as Comlink from "comlink";
import { benchService } from "./bench-service";
import { learnedHere } from "./learned-here";

Comlink.expose(benchService(learnedHere));
