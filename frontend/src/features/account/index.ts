export { SignInPage } from "./page";
