// No picture is worked on here: whoever asks for it is told so.
throw new Error('Hatch Count works on no pictures.');
