const SheetBench = () => null;
export default SheetBench;
