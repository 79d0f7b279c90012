import * as Comlink from "comlink";
import { archiveApi } from "./archive-service";

Comlink.expose(archiveApi);
