import * as Comlink from "comlink";
import { sharingApi } from "./sharing-service";

Comlink.expose(sharingApi);
