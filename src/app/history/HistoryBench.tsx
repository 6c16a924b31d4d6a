const HistoryBench = () => null;
export default HistoryBench;
