import * as Comlink from "comlink";
import { diagnosisService } from "./diagnosis-service";

Comlink.expose(diagnosisService());
