# frozen_string_literal: true

require "prawn"

module MildAnvil
  module Documents
    # Files that go with a paper, embedded in it. Source: PDF 1.7, 7.11.4.
    module PdfAttached
      TYPE = :"application/json"

      module_function

      # @param pdf [Prawn::Document]; @param files [Hash{String => String}] bytes by name
      def embed(pdf, files)
        return if files.empty?

        named = files.sort.flat_map { |name, bytes| [literal(name), spec(pdf, name, bytes)] }
        pdf.names.data[:EmbeddedFiles] = pdf.ref!({ Names: named })
      end

      def spec(pdf, name, bytes)
        stream = pdf.ref!({ Type: :EmbeddedFile, Subtype: TYPE, Params: { Size: bytes.bytesize } })
        stream << bytes.b
        pdf.ref!({ Type: :Filespec, F: literal(name), UF: literal(name), AFRelationship: :Data, EF: { F: stream } })
      end
      private_class_method :spec

      def literal(name) = PDF::Core::LiteralString.new(name)
      private_class_method :literal
    end
  end
end
