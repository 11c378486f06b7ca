export { StackScreen as default } from "~/screens/stack/screen";
