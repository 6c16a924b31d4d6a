const CompareBench = () => null;
export default CompareBench;
