import * as Comlink from "comlink";
import { diagnosisService } from "./diagnosis-service";
import { learnedHere } from "./learned-here";

Comlink.expose(diagnosisService(learnedHere));
