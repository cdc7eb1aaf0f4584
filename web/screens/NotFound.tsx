import { Link } from 'react-router';
import { Mark } from '../ui/parts.tsx';

export const NotFound = ({ sentence = 'There is nothing at this address.' }: { sentence?: string }) => (
  <main className="flex h-full flex-col items-center justify-center gap-3">
    <Mark size={40} />
    <p className="text-[16px]">{sentence}</p>
    <Link to="/" className="font-semibold text-act underline">
      Go to your productions
    </Link>
  </main>
);
