import { SITUATIONS } from '../../core/src/testing/situations';
import { workOrder } from '../../core/src/testing/workOrder';

const word = process.argv[2]?.toLowerCase() ?? '';
for (const situation of SITUATIONS.filter(({ told }) => told.toLowerCase().includes(word)))
  process.stdout.write(`${workOrder(situation)}\n\n`);
