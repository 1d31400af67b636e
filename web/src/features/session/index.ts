export { SignIn } from './SignIn';
export { UserMenu } from './UserMenu';
export { useSession } from './useSession';
