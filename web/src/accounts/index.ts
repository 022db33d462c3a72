export { SignInPage } from './SignInPage.tsx';
export { SignUpPage } from './SignUpPage.tsx';
export { StartPage } from './StartPage.tsx';
export { AccountPage } from './AccountPage.tsx';
export { BodyPage } from './BodyPage.tsx';
export { AboutPage } from './AboutPage.tsx';
