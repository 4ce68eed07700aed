/** Whether somebody has looked round in this browser, or said that they need not. */
import { store, stored } from "../app/stored";

const NAME = "ranura-looked-round";

export const looked = () => stored("browser", NAME, false);
export const haveLooked = () => store("browser", NAME, true);
