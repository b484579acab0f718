"""What is printed: the lay on one page, tables, the papers for the cutting table, full-size tiles.

ReportLab takes long to load: whoever prints imports the module it needs when it prints.

sheet      sizes of paper, typeface, pens: what all papers share
lay_sheet  the lay of one cloth on one page
table      the yardage table and the buying list
cut_plan   the papers for the cutting table
"""
