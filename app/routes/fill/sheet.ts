export { SheetScreen as default } from "~/screens/sheet/screen";
