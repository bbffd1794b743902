# frozen_string_literal: true

module MildAnvil
  module Documents
    # The structure of a PDF for whoever has it read out: what is a heading, a paragraph, a cell, a drawing with its
    # words, in which language; the rest is decoration. Source: ISO 32000-1, 14.6 to 14.8.
    class Tags
      # @param pdf [TaggedDocument]; @param language [String]
      def initialize(pdf, language)
        @pdf = pdf
        @pages = {}
        @root = pdf.ref!(Type: :StructTreeRoot, K: [])
        @open = [element(:Document, @root)]
        @leaf = nil
        catalog(language)
      end

      # Groups what is inside: a table, a row.
      # @return what the block returns
      def group(kind)
        @open.push(element(kind, @open.last))
        yield
      ensure
        @open.pop
      end

      # Content of its own; goes on over pages. Inside another one it is part of that.
      # @param kind [Symbol] P, H1, H2, TH, TD, Figure, Caption, Note
      # @param alt [String, nil] words for a drawing; @param language [String, nil] where it is another one
      def mark(kind, alt: nil, language: nil, within: current, &block)
        return yield if @leaf

        content(element(kind, within, { Alt: alt, Lang: language }.compact), &block)
      end

      # Lines, marks, running heads: not read out.
      def decoration(&block)
        return yield if @leaf

        between("/Artifact BMC", &block)
      end

      # Around a page break.
      def interrupt
        return yield if @leaf.nil?

        end_marked
        yield
        begin_marked
      end

      # @return [PDF::Core::Reference] an element to be filled later
      def element(kind, parent, more = {})
        made = @pdf.ref!(Type: :StructElem, S: kind, P: parent, K: [], **more)
        parent.data[:K] << made
        made
      end

      def current = @open.last

      # Once, when everything is drawn.
      def finish
        nums = @pages.values.each_with_index.flat_map do |(page, elements), i|
          page.data[:StructParents] = i
          [i, elements]
        end
        @root.data[:ParentTree] = @pdf.ref!(Nums: nums)
        @root.data[:ParentTreeNextKey] = @pages.size
      end

      private

      def catalog(language)
        @pdf.state.store.root.data.merge!(StructTreeRoot: @root, MarkInfo: { Marked: true }, Lang: language,
                                          ViewerPreferences: { DisplayDocTitle: true })
      end

      def content(leaf)
        @leaf = leaf
        begin_marked
        yield
      ensure
        end_marked
        @leaf = nil
      end

      def between(opening)
        @pdf.renderer.add_content(opening)
        yield
      ensure
        end_marked
      end

      def begin_marked
        page = @pdf.state.page.dictionary
        _, elements = @pages[page.identifier] ||= [page, []]
        @leaf.data[:K] << { Type: :MCR, Pg: page, MCID: elements.size }
        @pdf.renderer.add_content("/#{@leaf.data[:S]} <</MCID #{elements.size}>> BDC")
        elements << @leaf
      end

      def end_marked = @pdf.renderer.add_content("EMC")
    end
  end
end
