# frozen_string_literal: true

require "nokogiri"
require "zip"

module MildAnvil
  module Documents
    # A customer's own form: a workbook whose named cells are filled. Everything else stays as it is; its formulas stay,
    # and are computed when it is opened. Source: ECMA-376, part 1, 18.2 and 18.3.
    class FormXlsx
      MAIN = "http://schemas.openxmlformats.org/spreadsheetml/2006/main"
      WORKBOOK = "xl/workbook.xml"
      RELATIONS = "xl/_rels/workbook.xml.rels"
      PLACE = /\A'?(?<sheet>[^!]+?)'?!\$?(?<column>[A-Z]{1,3})\$?(?<row>\d{1,7})(?::\$?[A-Z]{1,3}\$?\d{1,7})?\z/
      FOREIGN = { %r{\Axl/vbaProject|macrosheets/|\.bin\z} => "macros",
                  %r{\Axl/externalLinks/} => "links to other workbooks",
                  %r{\Axl/(connections|queryTables|webextensions)|embeddings/|activeX/} =>
                    "connections or embedded objects" }.freeze
      # name, place: as in the form; state: filled, empty, unknown or formula
      Filled = Struct.new(:name, :place, :state, :text, keyword_init: true)

      # @param files [Hash{String => String}] of the workbook
      # @raise [InvalidInput] for macros, links, and what is no workbook
      def initialize(files)
        @files = files
        FOREIGN.each do |form, what|
          refuse("it has #{what}: a form is filled without them") if files.keys.any? { |name| name.match?(form) }
        end
        refuse("it is no workbook") unless files.key?(WORKBOOK) && files.key?(RELATIONS)
        @parsed = {}
      end

      # @param values [Hash{String => String, Numeric}]
      # @return [Array(String, Array<Filled>)] the bytes of the filled form, and what became of each name
      # @raise [InvalidInput]
      def fill(values)
        found = names.map { |name, place| one(name, place, values) }
        refuse("it has no named cell: name those that are to be filled") if found.empty?
        recompute
        [written, found]
      end

      private

      def names
        document(WORKBOOK).xpath("//m:definedNames/m:definedName", m: MAIN)
                          .reject { |node| node["name"].start_with?("_xlnm") || node["hidden"] == "1" }
                          .filter_map { |node| place(node) }
      end

      def place(node)
        found = PLACE.match(node.text.strip) or return
        sheet = sheets[found[:sheet].gsub("''", "'")] or return
        [node["name"], [sheet, found[:column], found[:row].to_i]]
      end

      # @return [Hash] name of a sheet => its file
      def sheets
        @sheets ||= begin
          targets = document(RELATIONS).xpath("//*[local-name()='Relationship']").to_h do |node|
            refuse("it has links to other workbooks") if node["TargetMode"] == "External"
            [node["Id"], node["Target"].delete_prefix("/xl/")]
          end
          document(WORKBOOK).xpath("//m:sheets/m:sheet", m: MAIN).to_h do |node|
            id = node.attribute_nodes.find { |attribute| attribute.node_name == "id" }&.value
            [node["name"], "xl/#{targets[id]}"]
          end
        end
      end

      def one(name, (file, column, row), values)
        key = name.downcase
        told = Filled.new(name: name, place: "#{column}#{row}", state: "unknown", text: "")
        return told unless values.key?(key)

        cell = cell(file, column, row)
        return told.tap { |t| t.state = "formula" } if cell.at_xpath("m:f", m: MAIN)

        set(cell, values[key])
        told.state = values[key].to_s.empty? ? "empty" : "filled"
        told.text = values[key].to_s
        told
      end

      # The cell, made where the form has left it out.
      def cell(file, column, number)
        data = document(file).at_xpath("//m:sheetData", m: MAIN) || refuse("a sheet of it is damaged")
        row = placed(data, "row", number.to_s) { |other| other["r"].to_i > number }
        placed(row, "c", "#{column}#{number}") { |other| order(other["r"]) > order(column) }
      end

      def placed(parent, kind, name, &block)
        found = parent.at_xpath("m:#{kind}[@r='#{name}']", m: MAIN)
        return found if found

        made = Nokogiri::XML::Node.new(kind, parent.document)
        made.default_namespace = MAIN
        made["r"] = name
        following = parent.xpath("m:#{kind}", m: MAIN).find(&block)
        following ? following.add_previous_sibling(made) : parent.add_child(made)
        made
      end

      def order(name) = name.to_s[/[A-Z]+/].to_s.each_char.reduce(0) { |sum, letter| (sum * 26) + letter.ord - 64 }

      # A number as a number, a text as a text: never a formula.
      def set(cell, value)
        cell.children.unlink
        cell.remove_attribute("t")
        return cell.add_child("<v>#{value}</v>") if value.is_a?(Numeric)

        cell["t"] = "inlineStr"
        text = Nokogiri::XML::Node.new("t", cell.document)
        text["xml:space"] = "preserve"
        text.content = value.to_s
        cell.add_child("<is/>").first.add_child(text)
      end

      # What formulas gave before is forgotten, and computed when it is opened.
      def recompute
        sheets.each_value do |file|
          next unless @files.key?(file)

          document(file).xpath("//m:c[m:f]/m:v", m: MAIN).each(&:unlink)
        end
        book = document(WORKBOOK)
        calc = book.at_xpath("//m:calcPr", m: MAIN) || book.root.add_child("<calcPr/>").first
        calc["fullCalcOnLoad"] = "1"
      end

      def document(name)
        @parsed[name] ||= Nokogiri::XML(@files.fetch(name) { refuse("#{name} is missing from it") }) do |config|
          config.strict.nonet
        end
      rescue Nokogiri::XML::SyntaxError
        refuse("#{name} is damaged")
      end

      def written
        @parsed.each { |name, parsed| @files[name] = parsed.to_xml(save_with: Nokogiri::XML::Node::SaveOptions::AS_XML) }
        Zip::OutputStream.write_buffer do |zip|
          @files.each do |name, bytes|
            zip.put_next_entry(name)
            zip.write(bytes)
          end
        end.string
      end

      def refuse(why) = raise(InvalidInput.new("This form cannot be filled: #{why}", fields: { file: why }))
    end
  end
end
