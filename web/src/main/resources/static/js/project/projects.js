import { startTheme } from "../page/theme.js";

startTheme();
