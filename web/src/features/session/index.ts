export { BackFromProvider } from './BackFromProvider';
export { firstPage, seesAudits } from './parts';
export { SignIn } from './SignIn';
export { UserMenu } from './UserMenu';
export { useSession } from './useSession';
