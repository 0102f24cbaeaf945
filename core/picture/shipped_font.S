# The shipped typeface, carried inside the program so that it needs no path.
    .section .rodata
    .global hl_font_begin
    .global hl_font_end
hl_font_begin:
    .incbin HL_FONT_FILE
hl_font_end:
    .byte 0
    .section .note.GNU-stack,"",%progbits
