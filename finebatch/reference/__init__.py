"""The reference facts that ship as CSV files."""
